package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Optional;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.SquareSet;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Threat;
import org.zeroply.search.Verdict;

/**
 * A study as text, a row each for a threat (T), a calculation (C), its lines (L), the natural moves (N) and the ease of a
 * move (E). The position is not in it: it is the key under which the text is kept. A text that does not fit its position,
 * whatever the reason, is as good as none.
 */
public final class StudyText {
    /** The first line of each. */
    public static final String HEAD = "study 1";

    private StudyText() {}

    public static String write(Study study) {
        StringBuilder text = new StringBuilder(HEAD).append('\n');
        List<Threat> threats = study.threats();
        for (Threat threat : threats == null ? List.<Threat>of() : threats) {
            row(
                    text,
                    "T",
                    threat.kind(),
                    threat.gain(),
                    threat.mateIn(),
                    threat.targets().bits(),
                    threat.from().bits());
            moves(text, threat.line());
        }
        for (Calculation calculation : study.calculations()) {
            row(text, "C", calculation.depth(), calculation.nodes(), calculation.millis());
            text.append('\n');
            for (CalculatedLine line : calculation.lines()) {
                Verdict verdict = line.verdict();
                row(text, "L", line.depth(), verdict.hundredths(), verdict.expected(), verdict.mateIn());
                moves(text, line.moves());
            }
        }
        text.append('N');
        moves(text, study.natural());
        study.ease().forEach((move, ease) -> {
            row(text, "E", move, ease.replies(), ease.holding(), ease.depthToFind(), ease.depth());
            text.append('\n');
        });
        return text.toString();
    }

    private static void row(StringBuilder text, Object... words) {
        for (int i = 0; i < words.length; i++) {
            text.append(i == 0 ? "" : " ").append(words[i]);
        }
    }

    private static void moves(StringBuilder text, List<Move> moves) {
        moves.forEach(move -> text.append(' ').append(move));
        text.append('\n');
    }

    /** Empty if it does not fit the position, or was written by another version. */
    public static Optional<Study> read(Position position, String text) {
        List<String> rows = text.lines().toList();
        if (rows.isEmpty() || !rows.getFirst().equals(HEAD)) {
            return Optional.empty();
        }
        try {
            return Optional.of(new Reading(position).read(rows.subList(1, rows.size())));
        } catch (IllegalArgumentException | IndexOutOfBoundsException | NoSuchElementException unreadable) {
            return Optional.empty();
        }
    }

    private static final class Reading {
        private final Position position;
        private final List<Threat> threats = new ArrayList<>();
        private final List<Calculation> calculations = new ArrayList<>();
        private final Map<Move, Ease> ease = new LinkedHashMap<>();
        private List<Move> natural = List.of();

        Reading(Position position) {
            this.position = position;
        }

        Study read(List<String> rows) {
            for (String row : rows) {
                String[] words = row.split(" ");
                switch (words[0]) {
                    case "T" ->
                        threats.add(new Threat(
                                Threat.Kind.valueOf(words[1]),
                                words.length == 6 ? List.of() : moves(position.play(Move.PASS), words, 6),
                                new SquareSet(Long.parseLong(words[4])),
                                new SquareSet(Long.parseLong(words[5])),
                                Integer.parseInt(words[2]),
                                Integer.parseInt(words[3])));
                    case "C" ->
                        calculations.add(new Calculation(
                                position,
                                List.of(),
                                Integer.parseInt(words[1]),
                                Long.parseLong(words[2]),
                                Long.parseLong(words[3]),
                                true));
                    case "L" -> addLine(words);
                    case "N" -> natural = each(words, 1);
                    case "E" ->
                        ease.put(
                                move(words[1]),
                                new Ease(
                                        Integer.parseInt(words[2]),
                                        Integer.parseInt(words[3]),
                                        Integer.parseInt(words[4]),
                                        Integer.parseInt(words[5])));
                    default -> throw new IllegalArgumentException("no row begins with " + words[0]);
                }
            }
            return new Study(position, threats, calculations, natural, ease, true);
        }

        private void addLine(String[] words) {
            Calculation last = calculations.removeLast();
            List<CalculatedLine> lines = new ArrayList<>(last.lines());
            Verdict verdict =
                    new Verdict(Integer.parseInt(words[2]), Double.parseDouble(words[3]), Integer.parseInt(words[4]));
            lines.add(new CalculatedLine(moves(position, words, 5), verdict, Integer.parseInt(words[1])));
            calculations.add(
                    new Calculation(position, lines, last.depth(), last.nodes(), last.millis(), last.complete()));
        }

        /** Moves that follow one another; each must be legal. */
        private static List<Move> moves(Position start, String[] words, int from) {
            List<Move> moves = each(words, from);
            start.playAll(moves);
            return moves;
        }

        private static List<Move> each(String[] words, int from) {
            List<Move> moves = new ArrayList<>();
            for (int i = from; i < words.length; i++) {
                moves.add(move(words[i]));
            }
            return moves;
        }

        private static Move move(String text) {
            Move move = Move.parse(text);
            if (move == null) {
                throw new IllegalArgumentException("no move: " + text);
            }
            return move;
        }
    }
}
