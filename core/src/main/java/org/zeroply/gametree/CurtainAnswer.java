package org.zeroply.gametree;

import java.util.List;

/**
 * What a student said under the curtain, before the move that was played was shown. It is kept with that move as a
 * command, so it travels with the game: {@code [%said student|move|reason]}, see {@link Fields}.
 *
 * @param student who said it, as the coach calls them; may be empty
 * @param move the move in English letters
 * @param reason why, in the student's words; may be empty
 */
public record CurtainAnswer(String student, String move, String reason) {
    /** The name of the command. */
    public static final String SAID = "said";

    public Command command() {
        return Fields.command(SAID, student, move, reason);
    }

    /** What was said about a move, in the order in which it was said. */
    public static List<CurtainAnswer> of(GameNode node) {
        return node.commands().stream()
                .flatMap(command -> Fields.of(command, SAID, 3).stream())
                .map(parts -> new CurtainAnswer(parts.get(0), parts.get(1), parts.get(2)))
                .toList();
    }
}
