package org.zeroply.task;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.zeroply.notation.LineReader;
import org.zeroply.notation.LineReading;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/**
 * Reads the rows of a script. A row starts from the start position if its first move has that number, or none; otherwise it
 * continues the nearest earlier row in which the move is legal. {@code @3} before it names the row instead, and without a
 * number the row goes on from that one's end. Behind the last bar stands the verdict. Indentation means nothing. A line with
 * an illegal move counts up to it, without its verdict. A row with {@code ~} before it is struck out; those joined to it stand
 * as if they were written in full.
 */
public final class ScriptReader {
    /** What is written for a verdict of a candidate that nothing refutes. */
    public static final String SURVIVES = "survives";

    /** Stands before a row that was struck out. */
    public static final String STRUCK = "~";

    /** The last words of a row, one to three. */
    private static final List<Pattern> ENDS = Stream.of(3, 2, 1)
            .map(words -> Pattern.compile("\\s((?:\\S+\\s+){" + (words - 1) + "}\\S+)\\s*$"))
            .toList();

    /** No number of a move or a row has more. */
    private static final int MOST_DIGITS = 4;

    private static final Pattern ROW = Pattern.compile("\\s*(~)?\\s*(?:@\\s*(\\d+))?([^|]*)(\\|.*)?", Pattern.DOTALL);
    private static final Pattern NUMBER =
            Pattern.compile("\\s*(\\d+)\\s*(\\.{2,}|…|\\.(?:\\s*\\.)*)?\\s*(?![-\\d/oO0])");

    private final Position start;
    private final LineReader reader;
    private final List<WrittenLine> lines = new ArrayList<>();

    private ScriptReader(Position start, LineReader reader) {
        this.start = start;
        this.reader = reader;
    }

    /**
     * A script, read.
     *
     * @param lines one for each row, empty rows included
     * @param choice null if none was written or it is not legal
     * @param choiceFault why the choice could not be read; null if it could or there is none
     * @param candidates those named that are legal, each once
     * @param candidateFaults names that could not be read
     * @param played the game that was played on, as far as it is legal
     */
    public record Reading(
            List<WrittenLine> lines,
            @Nullable Move choice,
            WrittenLine.@Nullable Fault choiceFault,
            List<Move> candidates,
            List<WrittenLine.Fault> candidateFaults,
            WrittenLine played) {
        public Reading {
            lines = List.copyOf(lines);
            candidates = List.copyOf(candidates);
            candidateFaults = List.copyOf(candidateFaults);
        }
    }

    public static Reading read(Script script, Position start) {
        LineReader reader = new LineReader(script.language());
        ScriptReader rows = new ScriptReader(start, reader);
        script.rows().forEach(rows::row);
        Legal choice = rows.longest(start, script.choice());
        List<Move> candidates = new ArrayList<>();
        List<WrittenLine.Fault> faults = new ArrayList<>();
        for (String name : script.candidates().split("[,;\\s]+")) {
            String bare = name.replaceFirst("^\\d+\\.+", "");
            Legal candidate = rows.longest(start, bare);
            if (candidate.moves().size() == 1 && candidate.fault() == null) {
                if (!candidates.contains(candidate.moves().getFirst())) {
                    candidates.add(candidate.moves().getFirst());
                }
            } else if (candidate.fault() != null) {
                faults.add(candidate.fault());
            }
        }
        Legal played = rows.longest(start, script.played());
        return new Reading(
                rows.lines,
                choice.moves().isEmpty() ? null : choice.moves().getFirst(),
                choice.moves().isEmpty() ? choice.fault() : null,
                candidates,
                faults,
                new WrittenLine(
                        0,
                        played.moves(),
                        start.positionsAlong(played.moves()),
                        0,
                        null,
                        false,
                        false,
                        played.fault()));
    }

    /** A row with the bar that sets its verdict off, where one was written without it, as on paper. */
    private static String withBar(String text) {
        for (Pattern end : ENDS) {
            Matcher last = end.matcher(text);
            if (last.find() && isVerdict(last.group(1))) {
                return text.substring(0, last.start()) + " | " + last.group(1);
            }
        }
        return text;
    }

    /** A sign or words that no move could be. */
    private static boolean isVerdict(String text) {
        boolean isNoMove = text.contains(" ") || !text.chars().allMatch(Character::isLetterOrDigit);
        return text.equalsIgnoreCase(SURVIVES)
                || isNoMove && Opinion.parse(text).isPresent();
    }

    private void row(String text) {
        Matcher row = ROW.matcher(text.contains("|") ? text : withBar(text));
        if (!row.matches()) {
            throw new IllegalStateException("every text is a row, was " + text);
        }
        Origin origin = origin(row.group(2), row.group(3));
        String moves = row.group(3);
        String bar = row.group(4) == null ? "" : row.group(4);
        String verdict = bar.substring(bar.lastIndexOf('|') + 1).strip();
        List<Move> line = new ArrayList<>(origin.before());
        WrittenLine.Fault fault = origin.fault();
        if (fault == null) {
            Legal legal = longest(start.positionsAlong(line).getLast(), moves);
            line.addAll(legal.moves());
            fault = legal.fault();
        }
        Opinion opinion = null;
        boolean survives = fault == null && verdict.equalsIgnoreCase(SURVIVES);
        if (fault == null && !verdict.isEmpty() && !survives) {
            opinion = Opinion.parse(verdict).orElse(null);
            if (opinion == null) {
                fault = new WrittenLine.Fault(0, verdict, Words.of("script.noVerdict", verdict));
            }
        }
        lines.add(new WrittenLine(
                lines.size() + 1,
                line,
                start.positionsAlong(line),
                origin.before().size(),
                opinion,
                row.group(1) != null,
                survives,
                fault));
    }

    /** The moves that a row takes over, or why it cannot go on from anywhere. */
    private record Origin(List<Move> before, WrittenLine.@Nullable Fault fault) {
        static Origin none(String token, String reason) {
            return new Origin(List.of(), new WrittenLine.Fault(1, token, reason));
        }
    }

    private Origin origin(@Nullable String named, String moves) {
        Matcher number = NUMBER.matcher(moves);
        boolean numbered = number.lookingAt() && number.end() > 0;
        if (numbered && number.group(1).length() > MOST_DIGITS) {
            return Origin.none(
                    number.group().strip(),
                    Words.of("script.nowhere", moves.strip().split("\\s+")[0]));
        }
        int plies = numbered ? plies(Integer.parseInt(number.group(1)), number.group(2)) : -1;
        if (named != null) {
            int wanted = named.length() > MOST_DIGITS ? 0 : Integer.parseInt(named);
            if (wanted < 1 || wanted > lines.size()) {
                return Origin.none("@" + named, Words.of("script.noRow", named));
            }
            List<Move> there = lines.get(wanted - 1).moves();
            if (!numbered) {
                return new Origin(there, null);
            }
            return plies < 0 || plies > there.size()
                    ? Origin.none(
                            number.group().strip(),
                            Words.of("script.rowTooShort", named, number.group().strip()))
                    : new Origin(there.subList(0, plies), null);
        }
        if (!numbered || plies == 0) {
            return new Origin(List.of(), null);
        }
        if (plies < 0) {
            return Origin.none(
                    number.group().strip(),
                    Words.of("script.beforeStart", number.group().strip()));
        }
        String rest = moves.substring(number.end());
        for (WrittenLine earlier : lines.reversed()) {
            if (earlier.moves().size() >= plies
                    && !longest(earlier.positions().get(plies), rest).moves().isEmpty()) {
                return new Origin(earlier.moves().subList(0, plies), null);
            }
        }
        return Origin.none(
                rest.strip().split("\\s+")[0],
                Words.of("script.nowhere", number.group().strip() + rest.strip().split("\\s+")[0]));
    }

    /** Half-moves from the start to a move number; negative before the start. */
    private int plies(int number, @Nullable String dots) {
        boolean black = dots != null
                && (dots.startsWith("…") || dots.replaceAll("\\s", "").length() > 1);
        return 2 * (number - start.moveNumber()) + (black ? 1 : 0) - (start.sideToMove() == Side.BLACK ? 1 : 0);
    }

    /** As much of a text as is legal, and what stopped it. */
    private record Legal(List<Move> moves, WrittenLine.@Nullable Fault fault) {}

    private Legal longest(Position from, String text) {
        return switch (reader.read(from, text)) {
            case LineReading.Read read -> withoutPass(read.moves(), null);
            case LineReading.Refused refused -> {
                LineReading before = refused.column() <= 1
                        ? new LineReading.Read(List.of())
                        : reader.read(from, text.substring(0, refused.column() - 1));
                List<Move> moves = before instanceof LineReading.Read read ? read.moves() : List.of();
                yield withoutPass(moves, new WrittenLine.Fault(moves.size() + 1, refused.token(), refused.reason()));
            }
        };
    }

    private static Legal withoutPass(List<Move> moves, WrittenLine.@Nullable Fault fault) {
        for (int i = 0; i < moves.size(); i++) {
            if (moves.get(i).isPass()) {
                return new Legal(moves.subList(0, i), new WrittenLine.Fault(i + 1, "--", Words.of("script.pass")));
            }
        }
        return new Legal(moves, fault);
    }
}
