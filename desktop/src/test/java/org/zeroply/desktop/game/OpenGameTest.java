package org.zeroply.desktop.game;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.desktop.kit.AtOnce;
import org.zeroply.desktop.kit.ReadyBooks;
import org.zeroply.gametree.CurtainAnswer;
import org.zeroply.gametree.Game;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Language;
import org.zeroply.notation.PgnWriter;
import org.zeroply.notation.San;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;
import org.zeroply.store.Workbook;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** The open game walked, edited, undone and covered, without a window, over a real workbook. */
@SuppressWarnings("NullAway.Init")
class OpenGameTest {
    @TempDir
    Path folder;

    private Workbook workbook;
    private OpenGame game;

    @BeforeEach
    void open() {
        workbook = ReadyBooks.ready(folder.resolve("club.zeroply"), Clock.systemUTC());
        game = new OpenGame(workbook, AtOnce.background());
        game.add(Game.empty(), "new game");
    }

    @AfterEach
    void close() {
        workbook.close();
    }

    private String moves() {
        return PgnWriter.movetext(game.tree()).replace('\n', ' ');
    }

    private String kept() {
        return PgnWriter.movetext(
                        workbook.games().read(game.gameIdProperty().get()).tree())
                .replace('\n', ' ');
    }

    @Test
    void whatIsEnteredIsKeptUndoneAndBroughtAgain() {
        assertThat(game.enter("d4 d5 c4")).isTrue();
        assertThat(moves()).isEqualTo("1. d4 d5 2. c4");
        assertThat(kept()).isEqualTo(moves());
        assertThat(game.undoProperty().get().undo()).contains("1.d4");
        game.undo();
        assertThat(moves()).isEmpty();
        assertThat(kept()).isEmpty();
        game.redo();
        assertThat(kept()).isEqualTo("1. d4 d5 2. c4");
    }

    @Test
    void whatCannotBeReadChangesNothingAndSaysWhere() {
        assertThat(game.enter("d4 Qh5")).isFalse();
        assertThat(Objects.requireNonNull(game.typed().refusalProperty().get()).token())
                .isEqualTo("Qh5");
        assertThat(game.tree().size()).isZero();
        game.enter("d4");
        assertThat(game.typed().refusalProperty().get()).isNull();
    }

    @Test
    void oneWalksForwardsBackwardsAndBetweenBranches() {
        game.enter("d4 d5 c4");
        game.toStart();
        game.enter("e4 e6");
        game.toStart();
        game.next();
        assertThat(game.currentName()).isEqualTo("1.d4");
        game.changeBranch(1);
        assertThat(game.currentName()).isEqualTo("1.e4");
        game.toEnd();
        assertThat(game.currentName()).isEqualTo("1...e6");
        game.previous();
        game.promote();
        assertThat(moves()).startsWith("1. e4 (1. d4");
        game.moveBranch(game.nodeProperty().get(), 1);
        assertThat(moves()).startsWith("1. d4");
    }

    @Test
    void afterUndoOneStandsAtTheSameMoveOrTheNearestThatIsStillThere() {
        game.enter("d4 d5");
        game.enter("c4");
        game.undo();
        assertThat(game.currentName()).isEqualTo("1...d5");
        game.delete(game.tree().mainLine().getFirst());
        assertThat(game.nodeProperty().get()).isZero();
        game.undo();
        assertThat(moves()).isEqualTo("1. d4 d5");
    }

    @Test
    void signsOfOneKindReplaceEachOther() {
        game.enter("d4");
        game.toggleSign(1);
        game.toggleSign(2);
        game.toggleSign(14);
        assertThat(game.current().signs()).containsExactly(2, 14);
        game.toggleSign(2);
        assertThat(game.current().signs()).containsExactly(14);
        game.undo();
        assertThat(game.current().signs()).containsExactly(2, 14);
    }

    @Test
    void aNoteThatIsTypedInSeveralGoesIsUndoneInOne() {
        game.enter("d4");
        int node = game.nodeProperty().get();
        game.note(node, "It takes");
        game.note(node, "It takes the centre");
        game.note(node, "It takes the centre.");
        assertThat(kept()).contains("{It takes the centre.}");
        game.undo();
        assertThat(moves()).isEqualTo("1. d4");
    }

    @Test
    void whoFollowsIsToldOfEveryMoveAndOfNothingElse() {
        List<@Nullable Spot> spots = new ArrayList<>();
        game.enter("d4 d5");
        game.spotProperty().subscribe((before, now) -> spots.add(now));
        game.previous();
        game.previous();
        game.previous();
        assertThat(spots).as("at the start one walks no further").hasSize(2);
        game.languageProperty().set(Language.GERMAN);
        game.scaleProperty().set(ValueScale.TWO_BISHOP);
        assertThat(spots).hasSize(4);
        game.details(new Game(
                game.gameProperty().get().tags().with("White", "Ardley, Tom"),
                game.tree(),
                game.gameProperty().get().result()));
        assertThat(spots).hasSize(5);
        game.close();
        assertThat(spots.getLast()).isNull();
    }

    @Test
    void theSurroundingsSayWhatOtherGamesDidAndWhereThisOneIsNew() {
        game.enter("d4 d5 c4 e6");
        workbook.positions().fill(Progress.SILENT, new Cancel());
        game.add(Game.empty(), "another");
        game.enter("d4 d5 Nf3");
        assertThat(Objects.requireNonNull(game.surroundings().hereProperty().get()))
                .isNotNull();
        int firstNew = game.surroundings().firstNewProperty().get();
        assertThat(firstNew).isEqualTo(game.tree().mainLine().get(2));
        game.toStart();
        game.curtain().drop();
        assertThat(game.surroundings().hereProperty().get()).isNull();
        assertThat(game.surroundings().firstNewProperty().get()).isEqualTo(-1);
    }

    // ---- the curtain

    @Test
    void behindTheCurtainOneCannotWalkAndAMoveIsWhatTheStudentWouldPlay() {
        game.enter("d4 d5 c4 e6");
        game.toStart();
        game.next();
        game.curtain().drop();
        assertThat(game.shown().mainLine()).hasSize(1);
        game.next();
        game.toEnd();
        game.go(game.tree().mainLine().getLast());
        assertThat(game.currentName()).isEqualTo("1.d4");
        game.enter("Nf6");
        assertThat(moves()).as("it is not entered").isEqualTo("1. d4 d5 2. c4 e6");
        assertThat(San.write(
                        game.positionProperty().get(),
                        Objects.requireNonNull(game.curtain().answeredProperty().get())))
                .isEqualTo("Nf6");
    }

    @Test
    void whatWasSaidIsKeptWithTheMoveThatWasPlayed() {
        game.enter("d4 d5 c4");
        game.toStart();
        game.curtain().drop();
        game.curtain().studentProperty().set("Rhea");
        game.enter("e4");
        game.curtain().answer("it opens lines");
        assertThat(game.currentName())
                .as("the curtain lifts by the move that was played")
                .isEqualTo("1.d4");
        assertThat(CurtainAnswer.of(game.current())).containsExactly(new CurtainAnswer("Rhea", "e4", "it opens lines"));
        assertThat(kept()).contains("[%said Rhea|e4|it opens lines]");
        assertThat(game.isCurtainDown()).isTrue();
        game.curtain().lift();
        assertThat(game.shown().mainLine()).hasSize(3);
        game.undo();
        assertThat(kept()).doesNotContain("said");
    }

    @Test
    void aLessonStopsBeforeEachChosenMoveAndEndsWithTheLast() {
        game.enter("d4 d5 c4 e6 Nc3 Nf6");
        List<Integer> main = game.tree().mainLine();
        game.curtain().startLesson(List.of(main.get(2), main.get(4)));
        assertThat(game.currentName()).isEqualTo("1...d5");
        assertThat(game.curtain().lessonStop()).isEqualTo(1);
        game.curtain().liftOne();
        assertThat(game.currentName()).isEqualTo("2.c4");
        game.curtain().nextStop();
        assertThat(game.currentName()).isEqualTo("2...e6");
        assertThat(game.curtain().lessonStop()).isEqualTo(2);
        game.curtain().nextStop();
        assertThat(game.isCurtainDown()).isFalse();
        assertThat(game.curtain().lessonProperty().get()).isEmpty();
    }

    @Test
    void aStopOfALessonWhoseMoveWasTakenOutIsPassedOver() {
        game.enter("d4 d5 c4 e6 Nc3 Nf6 cxd5 exd5");
        List<Integer> main = game.tree().mainLine();
        game.toEnd();
        game.enter("Bg5");
        int sideline = game.nodeProperty().get();
        game.curtain().startLesson(List.of(main.get(1), sideline, main.get(5)));
        game.delete(sideline);
        assertThat(game.curtain().lessonStop()).isEqualTo(1);
        game.curtain().nextStop();
        assertThat(game.currentName()).as("the stop after the one that is gone").isEqualTo("3.Nc3");
        assertThat(game.curtain().lessonStop()).isEqualTo(2);
        game.curtain().nextStop();
        assertThat(game.isCurtainDown()).isFalse();
    }

    @Test
    void aCurtainWhoseMoveIsUndoneGoesUp() {
        game.enter("d4");
        game.enter("d5");
        game.curtain().drop();
        game.undo();
        assertThat(game.isCurtainDown()).isFalse();
        assertThat(game.positionProperty().get()).isNotEqualTo(Position.START);
        assertThat(game.positionProperty().get().pieceAt(Square.D5)).isNull();
    }

    @Test
    void anEditThatTheDiskRefusedIsWrittenAgain() {
        game.enter("d4");
        game.saveAgain();
        assertThat(kept()).isEqualTo("1. d4");
        long other = workbook.games().add(Game.empty(), "other");
        game.takeOver(other, game.gameProperty().get());
        assertThat(game.gameIdProperty().get()).isEqualTo(other);
        assertThat(kept()).isEqualTo("1. d4");
    }
}
