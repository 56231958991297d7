package org.zeroply.desktop.judging;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.zeroply.analysis.Cause;
import org.zeroply.analysis.GameAccount;
import org.zeroply.analysis.Judgement.Phase;
import org.zeroply.coaching.JudgedGame;
import org.zeroply.coaching.Motif;
import org.zeroply.coaching.OwnMove;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Slip;
import org.zeroply.coaching.Student;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.desktop.lesson.LessonModel;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameResult;
import org.zeroply.notation.Language;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/** A lesson report says what a player who is a student should train, and where it shows in the game. */
class StudentHabitsTest extends OnAWorkbook {
    private static final String GAME =
            "[White \"Haddad, N.\"]\n[Black \"Tarn, Bastian\"]\n\n1.e4 e5 2.Bc4 Nc6 3.Qh5 Nf6 4.Qxf7# 1-0";

    /** The game with an account in which Black allows a mate with the sixth half-move. */
    private long judged() {
        long id = workbook.games().add(game(GAME), "add");
        List<Position> line = workbook.games()
                .read(id)
                .tree()
                .positionsAlong(workbook.games().read(id).tree().mainLine());
        Slip slip = new Slip(
                Cause.Kind.TACTICS,
                new Slip.Tactic(false, Motif.MATE, 1),
                line.get(5),
                List.of(),
                List.of(new Move(Square.H5, Square.F7)));
        OwnMove move = new OwnMove(
                5,
                new Move(Square.G8, Square.F6),
                Phase.OPENING,
                0.5,
                0,
                false,
                false,
                null,
                false,
                null,
                false,
                line.get(5).key(),
                1,
                Optional.empty(),
                false,
                Set.of(),
                slip,
                null);
        JudgedGame black = new JudgedGame(
                id,
                Side.BLACK,
                "Tarn, Bastian",
                1850,
                "Haddad, N.",
                "",
                GameResult.WHITE_WINS,
                "",
                new GameAccount(Side.BLACK, 0.5, Map.of(Phase.OPENING, 0.5), 0, 0, 0),
                List.of(move));
        workbook.accounts().keep(black, workbook.accounts().revision(id), analyst.name());
        return id;
    }

    private Map<Side, List<String>> habits(long id) {
        return StudentHabits.of(workbook, analyst.name(), id, workbook.games().read(id), Language.ENGLISH);
    }

    @Test
    void onlyStudentsHaveHabitsAndTheMoveIsNamed() {
        long id = judged();
        assertThat(habits(id)).as("nobody is a student").isEmpty();
        workbook.register().add(Profile.of(new Student(0, "Bastian", 1850)).withNames(List.of("Tarn, Bastian")), "add");
        Map<Side, List<String>> found = habits(id);
        assertThat(found).containsOnlyKeys(Side.BLACK);
        assertThat(found.get(Side.BLACK))
                .first()
                .asString()
                .contains("in 1 of 1 games")
                .contains("in this game at 3...Nf6");
    }

    @Test
    void theReportBeginsItsAdviceWithThem() {
        OpenGame open = new OpenGame(workbook, background);
        JudgingModel judging = new JudgingModel(open, workbook, background, service);
        long id = workbook.games().add(game(GAME), "add");
        open.open(id);
        judging.judge();
        Game game = workbook.games().read(id);
        LessonModel.Source source = new LessonModel.Source(
                id,
                game,
                Objects.requireNonNull(judging.judgementProperty().get()),
                Optional.empty(),
                List.of(),
                Map.of(
                        Side.WHITE, List.of("Missed a fork: .50, in 1 of 1 games"),
                        Side.BLACK, List.of("Missed a fork: .50, in 1 of 1 games")),
                Language.ENGLISH);
        assertThat(LessonModel.load(workbook, source).train().lines())
                .first()
                .isEqualTo("Missed a fork: .50, in 1 of 1 games");
    }
}
