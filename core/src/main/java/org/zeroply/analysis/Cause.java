package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.zeroply.ledger.Comparison;
import org.zeroply.ledger.Entry;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.Ledger;
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
 * evidence has no cause. The rules are tried in the order of {@link Kind}, and the first that holds names the cause.
 */
public sealed interface Cause {
    /** What a cause is of; the rules are in docs/measures.md. */
    enum Kind {
        THREAT_OVERLOOKED,
        TACTICS,
        EXCHANGE,
        ENDING,
        KING,
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
     * One of the lines begins by exchanging, material is even at both ends, but not the same pieces have left.
     *
     * @param better how many pieces of each kind have left by the end of the better line, both sides together
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

    private static List<Position> better(Judgement.Judged move) {
        return move.before().position().positionsAlong(TurningPoint.better(move));
    }

    private static List<Position> played(Judgement.Judged move) {
        return move.before().position().positionsAlong(TurningPoint.played(move));
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
        int start = PieceValues.balance(move.before().position(), side);
        int won = A_PAWN * (Settled.balance(better(move).getLast(), side) - start);
        int kept = A_PAWN * (Settled.balance(played(move).getLast(), side) - start);
        return won - kept >= A_PAWN ? new Tactics(won, kept, false) : null;
    }

    private static @Nullable Cause exchange(Judgement.Judged move) {
        Map<PieceType, Integer> better = gone(better(move));
        Map<PieceType, Integer> played = gone(played(move));
        boolean atOnce = takesPieceAtOnce(better(move)) || takesPieceAtOnce(played(move));
        return !atOnce || better.equals(played) ? null : new WrongExchange(better, played);
    }

    /** Whether a piece is taken by the first move of a line or by the answer. */
    private static boolean takesPieceAtOnce(List<Position> line) {
        return !gone(line.subList(0, Math.min(3, line.size()))).isEmpty();
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
        Comparison comparison = TurningPoint.compare(move);
        Map<Kind, List<Factor>> found = new EnumMap<>(Kind.class);
        for (Factor factor : comparison.factors()) {
            if (factor.isStructural() && isWorse(factor, comparison, move.side())) {
                Kind kind = switch (factor.section()) {
                    case KING -> Kind.KING;
                    default -> Kind.STRUCTURE;
                };
                found.computeIfAbsent(kind, any -> new ArrayList<>()).add(factor);
            }
        }
        return found.entrySet().stream()
                .findFirst()
                .map(each -> new Worse(each.getKey(), each.getValue()))
                .orElse(null);
    }

    private static boolean isWorse(Factor factor, Comparison comparison, Side side) {
        int played = ahead(comparison.ways().getFirst().ledger(), factor, side);
        int better = ahead(comparison.ways().getLast().ledger(), factor, side);
        return factor.is(Factor.Trait.GOOD) ? played < better : played > better;
    }

    /** How many more a side has than the other. */
    private static int ahead(Ledger ledger, Factor factor, Side side) {
        Entry entry = ledger.entry(factor);
        return entry.of(side).value().size() - entry.of(side.opposite()).value().size();
    }
}
