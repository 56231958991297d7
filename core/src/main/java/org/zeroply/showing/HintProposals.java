package org.zeroply.showing;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.GameTree;
import org.zeroply.ledger.Change;
import org.zeroply.ledger.Entry;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.FirstSight;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.Section;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;

/**
 * Hints to the answer of a card, in words and none of them the move: what to look at, which kind of piece, what the move
 * does.
 */
public final class HintProposals {
    /** What a move may do that is worth a hint, the most telling first. */
    private static final List<Factor> DEEDS = List.of(
            Factor.THREATS,
            Factor.FORKS,
            Factor.PINS,
            Factor.SKEWERS,
            Factor.DISCOVERIES,
            Factor.TRAPPED,
            Factor.HANGING,
            Factor.BATTERIES,
            Factor.PASSED,
            Factor.KING_ATTACKERS,
            Factor.IDLE,
            Factor.ISOLATED,
            Factor.BACKWARD,
            Factor.DOUBLED);

    private HintProposals() {}

    /**
     * Up to three hints to the first move of the main line; without an answer the first one alone.
     *
     * @param ledger of a position, with as much as is known of it
     */
    public static List<String> of(GameTree answer, Function<Position, Ledger> ledger) {
        Position position = answer.start();
        Ledger before = ledger.apply(position);
        List<Integer> line = answer.mainLine();
        Move move = line.isEmpty() ? null : answer.node(line.getFirst()).played();
        List<String> hints = new ArrayList<>();
        lookAt(position, before, move).ifPresent(hints::add);
        if (move != null) {
            hints.add(piece(position, move));
            hints.add(deed(position, move, before, ledger.apply(position.play(move))));
        }
        return List.copyOf(hints);
    }

    /** The first of what is to be seen that the move is about; else the first. */
    private static Optional<String> lookAt(Position position, Ledger ledger, @Nullable Move move) {
        List<FirstSight.Sight> sights = FirstSight.of(position, ledger, null);
        Optional<FirstSight.Sight> concerned = sights.stream()
                .filter(sight -> move != null && sight.entry().concerns(SquareSet.of(move.from(), move.to())))
                .findFirst();
        return concerned.or(() -> sights.stream().findFirst()).map(sight -> question(sight.entry(), position));
    }

    private static String question(Entry entry, Position position) {
        String own = "hint.look." + entry.factor();
        Section section = entry.factor().section();
        return Words.of(
                Words.has(own) ? own : "hint.look." + section,
                Words.of("side." + position.sideToMove()),
                Words.of("side." + position.sideToMove().opposite()));
    }

    /** Which kind of piece moves; where there are several of the kind, that it is one of them. */
    private static String piece(Position position, Move move) {
        Piece piece = position.pieceAt(move.from());
        PieceType type = piece == null ? PieceType.PAWN : piece.type();
        Side side = position.sideToMove();
        boolean isOnly = position.men(side, type).size() == 1;
        return isOnly
                ? Words.of("hint.piece.only", Words.of("side." + side), Words.of("piece." + type))
                : Words.of("hint.piece", Words.of("side." + side), Words.of("pieces." + type));
    }

    private static String deed(Position position, Move move, Ledger before, Ledger after) {
        Position then = position.play(move);
        if (then.isCheck()) {
            return Words.of("hint.check");
        }
        if (position.isCapture(move)) {
            return Words.of("hint.capture");
        }
        List<Change> changes = after.changesSince(before);
        for (Factor factor : DEEDS) {
            for (Change change : changes) {
                String told = change.factor() == factor ? change.inWords() : "";
                if (!told.isEmpty()) {
                    return Words.of(
                            "hint.deed", Words.has("change.new." + factor) ? told : factor.title() + ": " + told);
                }
            }
        }
        return Words.of("hint.quiet");
    }
}
