package org.zeroply.analysis;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.Value;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;
import org.zeroply.rules.Settled;
import org.zeroply.rules.Side;
import org.zeroply.search.Threat;
import org.zeroply.words.Words;

/**
 * Why a move lost what it lost, with the evidence for it. Nothing is guessed: a loss for which none of the rules finds
 * evidence has no cause. The rules are tried in the order of {@link Kind}, and the first that holds names the cause; of the
 * last four that which differs most.
 */
public sealed interface Cause {
    /** What a cause is of; the rules are in docs/measures.md. */
    enum Kind {
        THREAT_OVERLOOKED,
        TACTICS,
        EXCHANGE,
        ENDING,
        KING,
        DEVELOPMENT,
        ACTIVITY,
        STRUCTURE;

        public String text() {
            return Words.of("cause." + name());
        }
    }

    /** The opponent's answer carries out a threat that was there before the move. */
    record ThreatOverlooked(Threat threat) implements Cause {}

    /**
     * One of the two lines wins material or mates.
     *
     * @param better hundredths of a pawn that the better line ends with beyond where it began, for the side that moves
     * @param played the same for the line that was played
     * @param mate whether one of the lines ends in a mate that was found
     */
    record Tactics(int better, int played, boolean mate) implements Cause {}

    /**
     * Material is even at both ends, but not the same pieces leave at once.
     *
     * @param better how many pieces of each kind leave at once in the better line, both sides together
     */
    record WrongExchange(Map<PieceType, Integer> better, Map<PieceType, Integer> played) implements Cause {
        public WrongExchange {
            better = Map.copyOf(better);
            played = Map.copyOf(played);
        }
    }

    /** An ending was played worse, with nothing of the above. */
    record EndingTechnique() implements Cause {}

    /** Entries that are worse for the side at the end of what was played than at the end of the better line. */
    record Worse(Kind kind, List<Factor> factors) implements Cause {
        public Worse {
            factors = List.copyOf(factors);
        }
    }

    int A_PAWN = 100;

    /** So many pawns of difference are tactics whenever they come; less only if they come within {@link #SOON} moves. */
    int MUCH = 2;

    int SOON = 2;

    /** What costs so much of the expected score is looked at for {@link #LONG} half-moves. */
    double MUCH_LOST = 0.15;

    int LONG = 10;

    default Kind kind() {
        return switch (this) {
            case ThreatOverlooked threat -> Kind.THREAT_OVERLOOKED;
            case Tactics tactics -> Kind.TACTICS;
            case WrongExchange exchange -> Kind.EXCHANGE;
            case EndingTechnique ending -> Kind.ENDING;
            case Worse worse -> worse.kind();
        };
    }

    /** The evidence as a sentence. */
    default String evidence(Position before, Language language) {
        return switch (this) {
            case ThreatOverlooked(Threat threat) ->
                Words.of(
                        "cause.THREAT_OVERLOOKED.evidence",
                        San.line(before.play(Move.PASS), List.of(threat.line().getFirst()), language));
            case Tactics(int better, int played, boolean mate) ->
                mate
                        ? Words.of("cause.TACTICS.mate")
                        : Words.of("cause.TACTICS.evidence", pawns(better), pawns(played));
            case WrongExchange(Map<PieceType, Integer> better, Map<PieceType, Integer> played) ->
                Words.of("cause.EXCHANGE.evidence", pieces(played), pieces(better));
            case EndingTechnique ending -> Words.of("cause.ENDING.evidence");
            case Worse(Kind kind, List<Factor> factors) ->
                Words.of(
                        "cause.worse.evidence",
                        String.join(", ", factors.stream().map(Factor::title).toList()));
        };
    }

    private static String pawns(int hundredths) {
        String whole = Integer.toString(Math.abs(hundredths) / A_PAWN);
        return hundredths == 0 ? "0" : (hundredths > 0 ? "+" : "−") + whole;
    }

    private static String pieces(Map<PieceType, Integer> gone) {
        return gone.isEmpty() ? Words.of("none") : new Value.Men(gone).text();
    }

    /** The cause of what a move lost, if the rules find evidence for one. */
    static Optional<Cause> of(Judgement.Judged move) {
        if (move.before().best().isEmpty()) {
            return Optional.empty();
        }
        @Nullable Cause found = threat(move);
        if (found == null) {
            found = tactics(move);
        }
        if (found == null) {
            found = exchange(move);
        }
        if (found == null && move.phase() == Judgement.Phase.ENDING) {
            found = new EndingTechnique();
        }
        if (found == null) {
            found = worse(move);
        }
        return Optional.ofNullable(found);
    }

    private static @Nullable Cause threat(Judgement.Judged move) {
        List<Move> refutation = move.after().best();
        for (Threat threat : move.before().threats()) {
            if (threat.kind() != Threat.Kind.CHECK
                    && !refutation.isEmpty()
                    && threat.line().getFirst().equals(refutation.getFirst())) {
                return new ThreatOverlooked(threat);
            }
        }
        return null;
    }

    private static List<Position> better(Judgement.Judged move, int halfMoves) {
        return move.before().position().positionsAlong(TurningPoint.better(move, halfMoves));
    }

    private static List<Position> played(Judgement.Judged move, int halfMoves) {
        return move.before().position().positionsAlong(TurningPoint.played(move, halfMoves));
    }

    private static @Nullable Cause tactics(Judgement.Judged move) {
        Side side = move.side();
        int mateBefore = move.before().verdict().mateIn();
        int mateAfter = move.after().verdict().mateIn();
        boolean mates = side == Side.WHITE ? mateBefore > 0 : mateBefore < 0;
        boolean stillMates = side == Side.WHITE ? mateAfter > 0 : mateAfter < 0;
        boolean mated = !stillMates && mateAfter != 0;
        if (mates && !stillMates || mated && mateBefore == 0) {
            return new Tactics(0, 0, true);
        }
        Tactics soon = material(move, TurningPoint.LONGEST);
        return soon == null && move.loss() >= MUCH_LOST - 1e-9 ? material(move, LONG) : soon;
    }

    /** Whether so many half-moves of both lines end with different material. */
    private static @Nullable Tactics material(Judgement.Judged move, int halfMoves) {
        Side side = move.side();
        List<Position> better = better(move, halfMoves);
        List<Position> played = played(move, halfMoves);
        int start = PieceValues.balance(move.before().position(), side);
        int won = Settled.balance(better.getLast(), side) - start;
        int kept = Settled.balance(played.getLast(), side) - start;
        boolean isMuch = won - kept >= MUCH;
        boolean isSoon = won - kept >= 1
                && Math.min(Settled.winsAfter(better), Settled.winsAfter(played.subList(1, played.size()))) <= SOON;
        return isMuch || isSoon ? new Tactics(A_PAWN * won, A_PAWN * kept, false) : null;
    }

    private static @Nullable Cause exchange(Judgement.Judged move) {
        Map<PieceType, Integer> better = exchanged(better(move, TurningPoint.LONGEST));
        Map<PieceType, Integer> played = exchanged(played(move, TurningPoint.LONGEST));
        return better.equals(played) ? null : new WrongExchange(better, played);
    }

    /** Pieces that leave at once: with the first move or the answer to it, and with the captures that follow these. */
    private static Map<PieceType, Integer> exchanged(List<Position> line) {
        int end = 1;
        while (end < line.size() && (end == 1 || men(line.get(end)) < men(line.get(end - 1)))) {
            end++;
        }
        if (end == 2 && end < line.size() && men(line.get(end)) < men(line.get(end - 1))) {
            end++;
        }
        return gone(line.subList(0, end));
    }

    private static int men(Position position) {
        return position.men(Side.WHITE).size() + position.men(Side.BLACK).size();
    }

    /** Pieces, not pawns, that have left along a line. */
    private static Map<PieceType, Integer> gone(List<Position> line) {
        Map<PieceType, Integer> gone = new EnumMap<>(PieceType.class);
        for (PieceType type : List.of(PieceType.KNIGHT, PieceType.BISHOP, PieceType.ROOK, PieceType.QUEEN)) {
            int left = 0;
            for (Side side : Side.values()) {
                left += line.getFirst().count(side, type) - line.getLast().count(side, type);
            }
            if (left > 0) {
                gone.put(type, left);
            }
        }
        return gone;
    }

    private static @Nullable Cause worse(Judgement.Judged move) {
        Ground.Ends ends = new Ground.Ends(TurningPoint.compare(move), move);
        return Stream.of(Ground.values())
                .map(ground -> ground.found(ends))
                .filter(found -> found.share() >= 1)
                .reduce((one, other) -> other.share() > one.share() ? other : one)
                .<Cause>map(found -> new Worse(found.kind(), found.factors()))
                .orElse(null);
    }
}
