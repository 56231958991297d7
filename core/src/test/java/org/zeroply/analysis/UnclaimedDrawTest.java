package org.zeroply.analysis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.zeroply.gametree.GameResult;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

class UnclaimedDrawTest {
    private static final Position ROOKS = Fen.position("r5k1/8/8/8/8/8/8/R5K1 w - - 0 40");
    private static final String[] THREE_TIMES = {"Kg2", "Kg7", "Kg1", "Kg8", "Kg2", "Kg7", "Kg1", "Kg8", "Ra2"};

    private static List<Position> line(Position start, String... moves) {
        return start.positionsAlong(Lines.of(start, moves));
    }

    @Test
    void aRepetitionThatNobodyClaimedIsToldWhereItStoodTheThirdTime() {
        UnclaimedDraw draw = UnclaimedDraw.in(line(ROOKS, THREE_TIMES), GameResult.BLACK_WINS)
                .getFirst();
        assertThat(draw).isEqualTo(new UnclaimedDraw(8, UnclaimedDraw.Reason.THREEFOLD_REPETITION, Side.WHITE));
        assertThat(draw.inWords("43...Kg8"))
                .isEqualTo(
                        "After 43...Kg8 the same position stood there for the third time: White could have claimed a draw.");
    }

    @Test
    void twiceIsNotEnough() {
        assertThat(UnclaimedDraw.in(line(ROOKS, "Kg2", "Kg7", "Kg1", "Kg8", "Ra2"), GameResult.BLACK_WINS))
                .isEmpty();
    }

    @Test
    void aDrawAgreedWhereItCouldBeClaimedLosesNothing() {
        List<Position> line = line(ROOKS, THREE_TIMES).subList(0, 9);
        assertThat(UnclaimedDraw.in(line, GameResult.DRAW)).isEmpty();
        assertThat(UnclaimedDraw.in(line, GameResult.WHITE_WINS)).hasSize(1);
    }

    @Test
    void fiftyMovesAndADeadPositionAreToldOnce() {
        Position late = Fen.position("r5k1/8/8/8/8/8/8/R5K1 w - - 98 90");
        assertThat(UnclaimedDraw.in(line(late, "Kg2", "Kg7", "Kf2", "Kf7"), GameResult.WHITE_WINS))
                .containsExactly(new UnclaimedDraw(2, UnclaimedDraw.Reason.FIFTY_MOVES, Side.WHITE));
        Position last = Fen.position("6k1/8/8/8/8/8/6p1/6K1 w - - 0 60");
        assertThat(UnclaimedDraw.in(line(last, "Kxg2", "Kg7", "Kg3"), GameResult.WHITE_WINS))
                .containsExactly(new UnclaimedDraw(1, UnclaimedDraw.Reason.DEAD_POSITION, Side.BLACK));
    }
}
