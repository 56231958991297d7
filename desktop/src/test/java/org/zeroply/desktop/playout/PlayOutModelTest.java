package org.zeroply.desktop.playout;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.desktop.playout.PlayOutModel.Terms;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameResult;
import org.zeroply.notation.Fen;
import org.zeroply.notation.PgnWriter;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.store.GameFilter;
import org.zeroply.store.GameOrder;

/** A position played out with clocks, move by move, without a window: what is kept, what ends it, what is taken back. */
class PlayOutModelTest extends OnAWorkbook {
    private static final long SECOND = 1_000_000_000;
    private static final Position ENDING = Fen.position("7k/8/6KP/8/8/8/8/7r w - - 0 1");

    private long now;

    private PlayOutModel begin(Position start, Duration each, Duration increment) {
        return new PlayOutModel(
                start, new Terms("Brandt, Ida", " ", each, increment), "2026.11.24", workbook, background, () -> now);
    }

    private PlayOutModel begin(Position start) {
        return begin(start, Duration.ofMinutes(1), Duration.ofSeconds(2));
    }

    private Game kept(PlayOutModel model) {
        return workbook.games().read(model.id());
    }

    private void play(PlayOutModel model, String line) {
        moves(model.position(), line).forEach(model::play);
    }

    @Test
    void theGameIsInTheWorkbookFromTheStartAndAfterEveryMove() {
        PlayOutModel model = begin(Position.START);
        assertThat(kept(model).tags().known("White")).isEqualTo("Brandt, Ida");
        assertThat(kept(model).tags().has("Black")).as("nobody is named").isFalse();
        assertThat(kept(model).tags().known("TimeControl")).isEqualTo("60+2");
        play(model, "d4 d5");
        now = 12 * SECOND;
        play(model, "c4");
        assertThat(PgnWriter.movetext(kept(model).tree()))
                .contains("d4", "d5", "c4")
                .contains("[%clk 0:00:50]");
        assertThat(workbook.games().undoState(model.id()).undo()).isNotNull();
        assertThat(workbook.games().ids(GameFilter.ALL, GameOrder.NEWEST_FIRST)).hasSize(1);
    }

    @Test
    void theClockRunsForTheSideToMoveAndAMoveAddsToIt() {
        PlayOutModel model = begin(Position.START);
        now = 30 * SECOND;
        assertThat(model.isRunning()).as("the first move starts the clocks").isFalse();
        assertThat(model.left(Side.WHITE)).isEqualTo(60 * SECOND);
        play(model, "d4");
        now += 5 * SECOND;
        assertThat(model.left(Side.BLACK)).isEqualTo(55 * SECOND);
        play(model, "d5");
        assertThat(model.left(Side.BLACK)).isEqualTo(57 * SECOND);
        now += SECOND;
        model.pause();
        now += 100 * SECOND;
        assertThat(model.isRunning()).isFalse();
        assertThat(model.left(Side.WHITE)).as("nothing runs while it is paused").isBetween(59 * SECOND, 61 * SECOND);
        long before = model.left(Side.WHITE);
        model.pause();
        now += SECOND;
        assertThat(model.left(Side.WHITE)).isEqualTo(before - SECOND);
    }

    @Test
    void aMoveTakenBackGivesTheTimeBack() {
        PlayOutModel model = begin(Position.START);
        play(model, "d4");
        now += 9 * SECOND;
        play(model, "d5");
        long white = model.left(Side.WHITE);
        model.takeBack();
        assertThat(model.isRunning()).isFalse();
        assertThat(model.left(Side.BLACK)).isEqualTo(51 * SECOND);
        assertThat(model.left(Side.WHITE)).isEqualTo(white);
        assertThat(kept(model).tree().mainLine()).hasSize(1);
        model.takeBack();
        model.takeBack();
        assertThat(kept(model).tree().mainLine()).isEmpty();
    }

    @Test
    void illegalMovesAndMovesAfterTheEndDoNothing() {
        PlayOutModel model = begin(Position.START);
        model.play(new Move(Square.E2, Square.E5));
        assertThat(model.gameProperty().get().tree().size()).isZero();
        model.resign(Side.BLACK);
        play(model, "d4");
        assertThat(model.gameProperty().get().tree().size()).isZero();
        model.takeBack();
        model.agreeDraw();
        assertThat(kept(model).result()).isEqualTo(GameResult.WHITE_WINS);
    }

    @Test
    void mateStalemateAndRepetitionEndIt() {
        PlayOutModel mate = begin(Position.START);
        play(mate, "f3 e5 g4 Qh4#");
        assertThat(mate.isOver()).isTrue();
        assertThat(kept(mate).result()).isEqualTo(GameResult.BLACK_WINS);
        assertThat(kept(mate).tags().known("Termination"))
                .isEqualTo(mate.endingProperty().get());
        PlayOutModel stalemate = begin(Fen.position("7k/5K2/8/8/8/8/8/6Q1 w - - 0 1"));
        play(stalemate, "Qg6");
        assertThat(kept(stalemate).result()).isEqualTo(GameResult.DRAW);
        PlayOutModel again = begin(Position.START);
        play(again, "Nf3 Nf6 Ng1 Ng8 Nf3 Nf6 Ng1 Ng8 Nf3 Nf6 Ng1 Ng8 Nf3 Nf6 Ng1 Ng8");
        assertThat(again.isOver()).as("five times the same").isTrue();
        assertThat(kept(again).result()).isEqualTo(GameResult.DRAW);
    }

    @Test
    void aFallenFlagLosesUnlessTheOtherHasOnlyAKing() {
        PlayOutModel lost = begin(ENDING);
        play(lost, "Kg5");
        now += 61 * SECOND;
        lost.look();
        assertThat(lost.isOver()).isTrue();
        assertThat(kept(lost).result()).isEqualTo(GameResult.WHITE_WINS);
        PlayOutModel bare = begin(Fen.position("7k/8/6K1/8/8/8/8/7r w - - 0 1"));
        play(bare, "Kg5");
        now += 61 * SECOND;
        bare.look();
        assertThat(kept(bare).result()).isEqualTo(GameResult.DRAW);
        PlayOutModel inTime = begin(ENDING);
        play(inTime, "Kg5");
        now += 59 * SECOND;
        inTime.look();
        assertThat(inTime.isOver()).isFalse();
        assertThat(List.of(lost.endingProperty().get(), bare.endingProperty().get()))
                .doesNotHaveDuplicates()
                .allSatisfy(ending -> assertThat(ending).contains("Black"));
    }

    @Test
    void aDrawIsAgreedAndStopsTheClocks() {
        PlayOutModel model = begin(Position.START);
        play(model, "d4");
        model.agreeDraw();
        assertThat(model.isRunning()).isFalse();
        assertThat(kept(model).result()).isEqualTo(GameResult.DRAW);
        long left = model.left(Side.BLACK);
        now += 100 * SECOND;
        model.look();
        assertThat(model.left(Side.BLACK)).isEqualTo(left);
        assertThat(kept(model).result()).isEqualTo(GameResult.DRAW);
    }
}
