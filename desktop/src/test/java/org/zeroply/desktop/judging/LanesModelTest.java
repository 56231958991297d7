package org.zeroply.desktop.judging;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.AtOnce;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.desktop.strip.StripLane;
import org.zeroply.desktop.strip.StripLanes;
import org.zeroply.ledger.MoveMeasures;
import org.zeroply.work.Cancel;
import org.zeroply.work.Ticker;

/** The figures of the strip's lanes follow the line that is shown; without a window. */
@SuppressWarnings("NullAway.Init")
class LanesModelTest extends OnAWorkbook {
    private OpenGame game;
    private LanesModel lanes;
    private final List<List<MoveMeasures>> told = new ArrayList<>();

    @BeforeEach
    void begin() {
        game = new OpenGame(workbook, background);
        lanes = new LanesModel(game, background);
        lanes.measuresProperty().addListener((at, before, now) -> told.add(now));
        game.add(game("1.d4 d5 2.c4 (2.Bf4 c5) e6 *"), "add");
    }

    private List<MoveMeasures> expected(String line) {
        return MoveMeasures.along(game.tree().start(), moves(game.tree().start(), line), new Cancel());
    }

    @Test
    void thereIsAFigureForEveryMoveOfTheLine() {
        assertThat(lanes.measuresProperty().get()).hasSize(4).isEqualTo(expected("d4 d5 c4 e6"));
        assertThat(lanes.measuresProperty().get().get(1).activity())
                .as("both sides have opened the same way")
                .isZero();
        assertThat(lanes.measuresProperty().get().getFirst().activity()).isPositive();
    }

    @Test
    void walkingAlongTheLineWorksNothingOutAgain() {
        told.clear();
        game.toEnd();
        game.previous();
        game.toStart();
        assertThat(told).isEmpty();
    }

    @Test
    void aBranchHasFiguresOfItsOwn() {
        game.go(game.tree().node(game.tree().mainLine().get(1)).children().get(1));
        assertThat(lanes.measuresProperty().get()).isEqualTo(expected("d4 d5 Bf4 c5"));
        game.toStart();
        assertThat(lanes.measuresProperty().get()).isEqualTo(expected("d4 d5 c4 e6"));
    }

    @Test
    void anEditAndItsUndoAreFollowed() {
        game.toEnd();
        game.enter("Nc3");
        assertThat(lanes.measuresProperty().get()).isEqualTo(expected("d4 d5 c4 e6 Nc3"));
        game.undo();
        assertThat(lanes.measuresProperty().get()).hasSize(4);
        game.close();
        assertThat(lanes.measuresProperty().get()).isEmpty();
    }

    @Test
    void behindTheCurtainTheFiguresEndWhereItHangs() {
        game.go(game.tree().mainLine().get(1));
        game.curtain().drop();
        assertThat(lanes.measuresProperty().get()).isEqualTo(expected("d4 d5"));
        game.curtain().liftOne();
        assertThat(lanes.measuresProperty().get()).isEqualTo(expected("d4 d5 c4"));
        game.curtain().lift();
        assertThat(lanes.measuresProperty().get()).hasSize(4);
    }

    @Test
    void figuresOfALineThatWasLeftAreDropped() {
        Deque<Runnable> interfaceWork = new ArrayDeque<>();
        LanesModel slow = new LanesModel(game, AtOnce.background(interfaceWork::add, Ticker.SYSTEM));
        game.toEnd();
        game.enter("Nc3");
        game.undo();
        List<Integer> sizes = new ArrayList<>();
        slow.measuresProperty().addListener((at, before, now) -> sizes.add(now.size()));
        while (!interfaceWork.isEmpty()) {
            interfaceWork.poll().run();
        }
        assertThat(sizes).as("five moves were never told").containsExactly(4);
    }

    @Test
    void aGameFromAPositionIsMeasuredFromThere() {
        game.add(game("[SetUp \"1\"]\n[FEN \"4k3/8/8/8/8/8/4P3/4K3 w - - 0 1\"]\n\n1.e4 Kd7 *"), "add");
        assertThat(lanes.measuresProperty().get()).isEqualTo(expected("e4 Kd7"));
    }

    @Test
    void theChosenLanesAreKeptApartFromTheFigures() {
        told.clear();
        StripLanes chosen = StripLanes.USUAL.with(new StripLanes.Row(StripLane.TEMPO, true, 2));
        lanes.lanesProperty().set(chosen);
        assertThat(lanes.lanesProperty().get().row(StripLane.TEMPO).isShown()).isTrue();
        assertThat(told).isEmpty();
    }
}
