package org.zeroply.coaching;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.zeroply.analysis.GameAccount;
import org.zeroply.analysis.Judgement;
import org.zeroply.gametree.ClockUse;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameResult;
import org.zeroply.gametree.GameTree;
import org.zeroply.opening.Openings;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

/**
 * One side of a judged game, as far as the account of its player goes by it. It is worked out once and kept, so that an account
 * over hundreds of games is only sums.
 *
 * @param game its id in the workbook; 0 for one that is not kept
 * @param rating of the player; 0 for none
 * @param opponent the name
 * @param date as PGN has it
 * @param opening its name without the variation; empty if there is none
 * @param account what was given away and given back, so that it adds up
 * @param moves the player's own, in order
 */
public record JudgedGame(
        long game,
        Side side,
        String player,
        int rating,
        String opponent,
        String date,
        GameResult result,
        String opening,
        GameAccount account,
        List<OwnMove> moves) {
    private static final int LONGEST_OPENING = 40;

    public JudgedGame {
        moves = List.copyOf(moves);
    }

    /**
     * @param judgement of the game's main line
     * @param id of the game; 0 for one that is not kept
     * @throws IllegalArgumentException if no move was judged
     */
    public static JudgedGame of(long id, Game game, Judgement judgement, Side side) {
        GameTree tree = game.tree();
        List<Optional<Duration>> used =
                ClockUse.used(tree, tree.mainLine(), game.tags().known("TimeControl"));
        List<OwnMove> moves = judgement.moves().stream()
                .filter(move -> move.side() == side)
                .map(move ->
                        OwnMove.of(judgement, move, move.ply() < used.size() ? used.get(move.ply()) : Optional.empty()))
                .toList();
        return new JudgedGame(
                id,
                side,
                name(game, side),
                rating(game, side),
                name(game, side.opposite()),
                game.tags().known("Date"),
                game.result(),
                opening(tree),
                GameAccount.of(judgement, side),
                moves);
    }

    private static String name(Game game, Side side) {
        return game.tags().known(side == Side.WHITE ? "White" : "Black");
    }

    private static int rating(Game game, Side side) {
        String rating = game.tags().known(side == Side.WHITE ? "WhiteElo" : "BlackElo");
        return rating.matches("\\d{1,4}") ? Integer.parseInt(rating) : 0;
    }

    private static String opening(GameTree tree) {
        List<Integer> main = tree.mainLine();
        List<Position> line = tree.positionsAlong(main.subList(0, Math.min(LONGEST_OPENING, main.size())));
        return Openings.catalogue()
                .place(line)
                .map(place -> place.name().replaceFirst(",.*", ""))
                .orElse("");
    }

    /** What the player got, in halves of a point; empty if the result is not known. */
    public Optional<Double> score() {
        return switch (result) {
            case WHITE_WINS -> Optional.of(side == Side.WHITE ? 1.0 : 0.0);
            case BLACK_WINS -> Optional.of(side == Side.BLACK ? 1.0 : 0.0);
            case DRAW -> Optional.of(0.5);
            case OPEN -> Optional.empty();
        };
    }

    /** What was given away over all own moves. */
    public double givenAway() {
        return account.givenAway();
    }
}
