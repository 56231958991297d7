package org.zeroply.gametree;

import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What a student said under the curtain, before the move that was played was shown. It is kept with that move as a
 * command, so it travels with the game: {@code [%said student|move|reason]}, with {@code %}, {@code |}, brackets, braces
 * and line breaks written as {@code %} and two hexadecimal digits.
 *
 * @param student who said it, as the coach calls them; may be empty
 * @param move the move in English letters
 * @param reason why, in the student's words; may be empty
 */
public record CurtainAnswer(String student, String move, String reason) {
    /** The name of the command. */
    public static final String SAID = "said";

    private static final String ESCAPED = "%|[]{}\r\n";

    public Command command() {
        return new Command(SAID, escape(student) + '|' + escape(move) + '|' + escape(reason));
    }

    /** What was said about a move, in the order in which it was said. */
    public static List<CurtainAnswer> of(GameNode node) {
        return node.commands().stream()
                .map(CurtainAnswer::read)
                .flatMap(Optional::stream)
                .toList();
    }

    private static Optional<CurtainAnswer> read(Command command) {
        String[] parts = command.value().split("\\|", -1);
        return command.name().equals(SAID) && parts.length == 3
                ? Optional.of(new CurtainAnswer(unescape(parts[0]), unescape(parts[1]), unescape(parts[2])))
                : Optional.empty();
    }

    private static String escape(String text) {
        StringBuilder out = new StringBuilder();
        for (char c : text.strip().toCharArray()) {
            if (ESCAPED.indexOf(c) >= 0) {
                out.append('%').append(Character.forDigit(c >> 4, 16)).append(Character.forDigit(c & 15, 16));
            } else {
                out.append(c);
            }
        }
        return out.toString();
    }

    private static String unescape(String text) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < text.length(); i++) {
            Character hidden = text.charAt(i) == '%' ? hidden(text, i + 1) : null;
            out.append(hidden == null ? text.charAt(i) : hidden);
            i += hidden == null ? 0 : 2;
        }
        return out.toString();
    }

    private static @Nullable Character hidden(String text, int at) {
        int high = at + 1 < text.length() ? Character.digit(text.charAt(at), 16) : -1;
        int low = high < 0 ? -1 : Character.digit(text.charAt(at + 1), 16);
        return low < 0 ? null : (char) (high << 4 | low);
    }
}
