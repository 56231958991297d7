package org.zeroply.notation;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SequencedMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.zeroply.rules.Position;
import org.zeroply.words.Words;

/**
 * Extended Position Description: the first four fields of FEN and then operations such as {@code bm Nf3; id "fork 1";}.
 * Operands are kept as written, without the quotes of strings; {@code hmvc} and {@code fmvn} set the counters.
 *
 * @param operations operands by opcode, in the order of the text
 */
public record Epd(Position position, SequencedMap<String, List<String>> operations) {
    private static final Pattern OPERATION =
            Pattern.compile("\\s*([A-Za-z][A-Za-z0-9_]{0,14})((?:\\s+(?:\"[^\"]*\"|[^\\s;\"]+))*)\\s*(?:;|$)");
    /** What can stand without quotation marks. */
    private static final Pattern PLAIN = Pattern.compile("[\\p{Alnum}+=#/:.,!?-]+");

    private static final Pattern OPERAND = Pattern.compile("\"([^\"]*)\"|([^\\s;\"]+)");
    private static final int LONGEST = 10_000;

    public Epd {
        SequencedMap<String, List<String>> copy = new LinkedHashMap<>();
        operations.forEach((opcode, operands) -> copy.put(opcode, List.copyOf(operands)));
        operations = Collections.unmodifiableSequencedMap(copy);
    }

    /** What became of one line of EPD. */
    public sealed interface Reading {
        record Read(Epd epd) implements Reading {}

        record Refused(List<String> reasons) implements Reading {
            public Refused {
                reasons = List.copyOf(reasons);
            }
        }
    }

    public static Reading read(String line) {
        if (line.length() > LONGEST) {
            return new Reading.Refused(List.of(Words.of("epd.long", LONGEST)));
        }
        String[] parts = line.strip().split("\\s+", 5);
        if (parts.length < 4) {
            return new Reading.Refused(List.of(Words.of("epd.fields", parts.length)));
        }
        SequencedMap<String, List<String>> operations = new LinkedHashMap<>();
        String rest = parts.length == 5 ? parts[4] : "";
        Matcher matcher = OPERATION.matcher(rest);
        int at = 0;
        while (at < rest.length() && !rest.substring(at).isBlank()) {
            matcher.region(at, rest.length());
            if (!matcher.lookingAt()) {
                return new Reading.Refused(List.of(Words.of("epd.operation", excerpt(rest.substring(at)))));
            }
            operations.put(
                    matcher.group(1),
                    OPERAND.matcher(matcher.group(2))
                            .results()
                            .map(found -> found.group(1) != null ? found.group(1) : found.group(2))
                            .toList());
            at = matcher.end();
        }
        String fen = String.join(" ", List.of(parts).subList(0, 4))
                + ' '
                + counter(operations, "hmvc", "0")
                + ' '
                + counter(operations, "fmvn", "1");
        return switch (Fen.read(fen)) {
            case FenReading.Read read -> new Reading.Read(new Epd(read.position(), operations));
            case FenReading.Refused refused -> new Reading.Refused(refused.reasons());
        };
    }

    /** The line in EPD, strings in quotes where they need them. */
    public String write() {
        StringBuilder text = new StringBuilder(Fen.placementSideCastlingEnPassant(position));
        for (Map.Entry<String, List<String>> operation : operations.entrySet()) {
            text.append(' ').append(operation.getKey());
            for (String operand : operation.getValue()) {
                boolean plain = PLAIN.matcher(operand).matches();
                text.append(' ').append(plain ? operand : '"' + operand.replace('"', '\'') + '"');
            }
            text.append(';');
        }
        return text.toString();
    }

    private static String counter(Map<String, List<String>> operations, String opcode, String otherwise) {
        List<String> operands = operations.getOrDefault(opcode, List.of());
        return operands.isEmpty() ? otherwise : operands.getFirst();
    }

    private static String excerpt(String text) {
        return text.length() <= 30 ? text : text.substring(0, 30) + "...";
    }
}
