package org.zeroply.defence;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Evaluation;
import org.zeroply.search.Known;
import org.zeroply.search.Weights;
import org.zeroply.work.Cancel;

/**
 * May this move be played yet? What it drops now, and the smallest sets of quiet own moves after which it drops nothing, found
 * by trying them all while the other side passes, and then once more against best replies.
 *
 * @param now the move if it is legal now, else null
 * @param drops what it drops now; where it is not legal yet, what hangs already
 * @param driven pieces of the other side that it drives away once it can be played cleanly, now or after the first set
 * @param sets the smallest first; none if it drops nothing now, or if no set was found
 * @param tried natural moves before it that do something against what it drops, and are not enough
 * @param searched every set of at most so many moves was tried
 * @param complete whether sets of the greatest size that was asked for were tried, or the first sets were found
 */
public record Readiness(
        Position position,
        Wish wish,
        @Nullable Move now,
        Drops drops,
        List<Driven> driven,
        List<Preparation> sets,
        List<Tried> tried,
        int searched,
        boolean complete) {
    /** The largest set that is looked for. */
    public static final int MOST_MOVES = 5;

    private static final int MOST_SETS = 8;
    private static final int MOST_TOLD_TO_FAIL = 3;

    /** From this rise of the static evaluation on, in hundredths, a quiet move has improved something. */
    private static final int IMPROVES = 15;

    /** What castling is good for beyond that. */
    private static final int CASTLING = 40;

    /** So many sets that look clean on the board are calculated, those that leave the side best placed. */
    private static final int MOST_CALCULATED = 60;

    /** So many of those after which nothing is dropped are tried against best replies. */
    private static final int MOST_TRIED = 16;

    private static final long MOST_NODES = 2_000_000;

    /**
     * A piece that the move attacks so that it has to go.
     *
     * @param safe where it can go without loss; none: it is trapped
     */
    public record Driven(Square piece, SquareSet safe) {
        public boolean isTrapped() {
            return safe.isEmpty();
        }
    }

    /**
     * A natural preparing move that is not enough by itself.
     *
     * @param drops what the move still drops after it
     * @param after the position in which that is dropped, the move made
     */
    public record Tried(Move move, Drops drops, Position after) {}

    public Readiness {
        tried = List.copyOf(tried);
        driven = List.copyOf(driven);
        sets = List.copyOf(sets);
    }

    /** The same with some of its sets. */
    Readiness withSets(List<Preparation> some) {
        return new Readiness(position, wish, now, drops, driven, some, tried, searched, complete);
    }

    /** Whether the move can be played at once and drops nothing. */
    public boolean isReady() {
        return now != null && drops.isNothing();
    }

    /**
     * Looks for the sets on the calling thread.
     *
     * @param most moves of a set, 0 to {@link #MOST_MOVES}; with 0 only what it drops now is told
     * @param partial told when one size of sets has been tried
     */
    public static Readiness of(
            Position position,
            Wish wish,
            int most,
            Language language,
            Known known,
            Consumer<Readiness> partial,
            Cancel cancel) {
        if (most < 0 || most > MOST_MOVES) {
            throw new IllegalArgumentException("sets of 0 to " + MOST_MOVES + " moves can be looked for, not " + most);
        }
        return new Search(position, wish, language, known, cancel).run(most, partial);
    }

    private static final class Search {
        private final Position position;
        private final Wish wish;
        private final Language language;
        private final Known known;
        private final Cancel cancel;
        private final Side us;
        private final Drops.Judge judge;
        private final Evaluation evaluation = new Evaluation(Weights.SHIPPED);
        private long nodes;

        Search(Position position, Wish wish, Language language, Known known, Cancel cancel) {
            this.known = known;
            this.position = position;
            this.wish = wish;
            this.language = language;
            this.cancel = cancel;
            us = position.sideToMove();
            judge = new Drops.Judge(position, known, cancel);
        }

        /** A position in which the side is to move again, and the moves that led there. */
        private record Reached(Position position, List<Move> moves) {}

        Readiness run(int most, Consumer<Readiness> partial) {
            Move now = wish.in(position).orElse(null);
            Drops drops = now == null ? judge.hangingAlready() : judge.of(position, now);
            if (now != null && drops.isNothing() || wish.isNeverPossible(position)) {
                List<Driven> driven = now == null ? List.of() : driven(position, now);
                return new Readiness(position, wish, now, drops, driven, List.of(), List.of(), 0, true);
            }
            List<Reached> frontier = List.of(new Reached(position, List.of()));
            Set<Long> seen = new HashSet<>(Set.of(position.key()));
            List<Found> found = new ArrayList<>();
            int searched = 0;
            boolean holds = false;
            while (searched < most && !holds && !cancel.isRequested() && nodes < MOST_NODES) {
                List<Reached> clean = new ArrayList<>();
                frontier = grow(frontier, searched + 1 < most, seen, clean);
                if (cancel.isRequested() || nodes >= MOST_NODES && clean.isEmpty()) {
                    break;
                }
                List<Found> fresh = prepared(sound(clean));
                searched++;
                found.addAll(fresh);
                holds = fresh.stream().anyMatch(Found::holds);
                if (!holds) {
                    frontier.addAll(clean);
                    partial.accept(result(now, drops, found, List.of(), searched, false));
                }
            }
            List<Tried> tried = most == 0 ? List.of() : tried(drops, found);
            return result(now, drops, found, tried, searched, searched == most || holds);
        }

        /** A set that was found, with where it leads to. */
        private record Found(Reached reached, Preparation set, Use use) {
            boolean holds() {
                return set.trial() != null && set.trial().holds();
            }
        }

        private List<Found> prepared(List<Reached> sound) {
            Preparing preparing = new Preparing(position, wish, judge, language, known, cancel);
            List<Found> found = new ArrayList<>();
            for (Reached reached : sound) {
                if (cancel.isRequested()) {
                    break;
                }
                found.add(new Found(reached, preparing.of(reached.moves()), use(reached.moves())));
            }
            return found;
        }

        /**
         * What the moves of a set are good for beside preparing.
         *
         * @param waits moves that improve neither a piece nor the king
         * @param rise what they raise the static evaluation by in all, in hundredths
         */
        private record Use(int waits, int rise) {}

        private Use use(List<Move> moves) {
            Position here = position;
            int waits = 0;
            int sum = 0;
            for (Move move : moves) {
                Position again = here.play(move).play(Move.PASS);
                int rise = evaluation.of(again.board())
                        - evaluation.of(here.board())
                        + (here.isCastling(move) ? CASTLING : 0);
                waits += rise >= IMPROVES ? 0 : 1;
                sum += rise;
                here = again;
            }
            return new Use(waits, sum);
        }

        /** Those that hold first, of these the ones that waste fewest moves; of the others a few, with the reason. */
        private Readiness result(
                @Nullable Move now, Drops drops, List<Found> found, List<Tried> tried, int searched, boolean complete) {
            List<Found> ordered = new ArrayList<>(found.stream()
                    .filter(each -> each.holds() || isSmallest(each, found))
                    .toList());
            ordered.sort(Comparator.comparing((Found each) -> !each.holds())
                    .thenComparing(each -> each.set().trial() == null)
                    .thenComparingInt(each -> each.set().size())
                    .thenComparingInt(each -> each.use().waits())
                    .thenComparingInt(each -> -each.use().rise()));
            List<Preparation> sets = new ArrayList<>();
            int failing = 0;
            boolean anyHolds = ordered.stream().anyMatch(Found::holds);
            for (Found each : ordered) {
                failing += each.holds() ? 0 : 1;
                boolean told = each.holds() || failing <= MOST_TOLD_TO_FAIL;
                if (told && sets.size() < MOST_SETS) {
                    sets.add(each.set());
                }
            }
            List<Driven> driven = List.of();
            if (anyHolds) {
                Position there = ordered.getFirst().reached().position();
                driven = wish.in(there).map(move -> driven(there, move)).orElse(List.of());
            } else if (now != null) {
                driven = driven(position, now);
            }
            return new Readiness(position, wish, now, drops, driven, sets, tried, searched, complete);
        }

        /** Whether no other set that was found is part of it. */
        private static boolean isSmallest(Found set, List<Found> found) {
            return found.stream()
                    .noneMatch(other -> other.set().size() < set.set().size()
                            && set.set().inOrder().containsAll(other.set().inOrder()));
        }

        /** Quiet moves that take away part of what the move drops, the best placed first, that are no set by themselves. */
        private List<Tried> tried(Drops drops, List<Found> found) {
            Set<Move> alone = new HashSet<>();
            found.stream()
                    .filter(each -> each.set().size() == 1)
                    .forEach(each -> alone.addAll(each.set().inOrder()));
            Map<Tried, Integer> tried = new LinkedHashMap<>();
            for (Move move : position.legalMoves()) {
                Position after = position.play(move);
                if (cancel.isRequested() || !isQuiet(position, move) || alone.contains(move) || after.isCheck()) {
                    continue;
                }
                Position again = after.play(Move.PASS);
                Move wished = wish.in(again).orElse(null);
                if (wished == null) {
                    continue;
                }
                Drops still = judge.of(again, wished);
                if (!still.isNothing() && still.count() < Math.max(drops.count(), 1)) {
                    tried.put(new Tried(move, still, again.play(wished)), evaluation.of(again.board()));
                }
            }
            return tried.entrySet().stream()
                    .sorted(Map.Entry.<Tried, Integer>comparingByValue().reversed())
                    .limit(MOST_TOLD_TO_FAIL)
                    .map(Map.Entry::getKey)
                    .toList();
        }

        private List<Reached> grow(List<Reached> frontier, boolean further, Set<Long> seen, List<Reached> clean) {
            List<Reached> next = new ArrayList<>();
            for (Reached reached : frontier) {
                for (Move move : reached.position().legalMoves()) {
                    if (cancel.isRequested() || nodes >= MOST_NODES) {
                        return next;
                    }
                    if (!isQuiet(reached.position(), move)) {
                        continue;
                    }
                    Position after = reached.position().play(move);
                    if (after.isCheck()) {
                        continue;
                    }
                    Position again = after.play(Move.PASS);
                    if (!seen.add(again.key())) {
                        continue;
                    }
                    nodes++;
                    List<Move> moves = new ArrayList<>(reached.moves());
                    moves.add(move);
                    Reached fresh = new Reached(again, moves);
                    Optional<Move> wished = wish.in(again);
                    if (wished.isPresent() && judge.looksClean(again, wished.get())) {
                        clean.add(fresh);
                    } else if (further) {
                        next.add(fresh);
                    }
                }
            }
            return next;
        }

        private boolean isQuiet(Position there, Move move) {
            return !there.isCapture(move)
                    && move.promotion() == null
                    && !wish.in(there).map(move::equals).orElse(false);
        }

        /**
         * Of the sets after which the board shows nothing that the move drops, those after which a calculation finds nothing
         * either, the best first by what is to be expected after the move.
         */
        private List<Reached> sound(List<Reached> clean) {
            List<Reached> likely = clean.stream()
                    .sorted(Comparator.comparingInt((Reached reached) ->
                                    evaluation.of(reached.position().board()))
                            .reversed())
                    .limit(MOST_CALCULATED)
                    .toList();
            Map<Reached, Double> expected = new LinkedHashMap<>();
            for (Reached reached : likely) {
                Move move = wish.in(reached.position()).orElse(null);
                if (move == null || cancel.isRequested()) {
                    continue;
                }
                CalculatedLine line = judge.calculated(reached.position(), move);
                if (judge.longer(line, reached.position()) == null) {
                    expected.put(reached, line.verdict().expectedFor(us));
                }
            }
            return expected.entrySet().stream()
                    .sorted(Map.Entry.<Reached, Double>comparingByValue().reversed())
                    .limit(MOST_TRIED)
                    .map(Map.Entry::getKey)
                    .toList();
        }

        /** Pieces that the man that moved newly attacks, and that would be lost if they stayed. */
        private List<Driven> driven(Position before, Move move) {
            Position after = before.play(move);
            List<Driven> driven = new ArrayList<>();
            for (Square piece : after.attacksFrom(move.to()).and(after.men(us.opposite()))) {
                Piece man = after.pieceAt(piece);
                boolean isPiece = man != null && PieceValues.of(man.type()) > 1;
                if (isPiece && Exchange.result(after, piece, us) > 0 && Exchange.result(before, piece, us) == 0) {
                    driven.add(new Driven(piece, safe(after, piece)));
                }
            }
            return driven;
        }

        private SquareSet safe(Position after, Square piece) {
            SquareSet safe = SquareSet.NONE;
            for (Move move : after.legalMoves()) {
                if (move.from() == piece) {
                    int won = Drops.Judge.captured(after, move);
                    if (Exchange.result(after.play(move), move.to(), us) <= won) {
                        safe = safe.or(SquareSet.of(move.to()));
                    }
                }
            }
            return safe;
        }
    }

    /**
     * The moves of a set as they are written in their order, the other side passing. A move that is not possible in that order
     * is written by its man and where it goes.
     */
    public static List<String> names(Position position, List<Move> moves, Language language) {
        List<String> names = new ArrayList<>();
        Position here = position;
        for (Move move : moves) {
            names.add(name(here, move, language));
            if (here.isLegal(move)) {
                Position next = here.play(move);
                here = next.isCheck() ? here : next.play(Move.PASS);
            }
        }
        return names;
    }

    /** A move in short notation; one that is not possible by its man and where it goes. */
    static String name(Position here, Move move, Language language) {
        if (here.isLegal(move)) {
            return San.write(here, move, language);
        }
        if (here.isCastling(move)) {
            return move.to().file() == 6 ? "O-O" : "O-O-O";
        }
        Piece man = here.pieceAt(move.from());
        return (man == null || man.type() == PieceType.PAWN ? "" : language.letter(man.type())) + move.to();
    }
}
