package org.zeroply.desktop.judging;

import java.time.Instant;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.zeroply.coaching.AccountSentences;
import org.zeroply.coaching.Habit;
import org.zeroply.coaching.JudgedGame;
import org.zeroply.coaching.Peers;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.StudentAccount;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.MoveNames;
import org.zeroply.rules.Side;
import org.zeroply.store.Workbook;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** What the players of a game should train, if they are students of the workbook, and where it shows in the game. */
public final class StudentHabits {
    private static final int FIRST = 3;

    private StudentHabits() {}

    /**
     * The first habits in the training order, a line each, by side; a player who is no student has none. Not for the interface
     * thread.
     *
     * @param analyst the name under which verdicts are kept
     */
    public static Map<Side, List<String>> of(Workbook workbook, String analyst, long id, Game game, Language language) {
        List<Profile> students = workbook.register().all();
        Map<Side, List<String>> found = new EnumMap<>(Side.class);
        for (Side side : Side.values()) {
            String name = game.tags().known(side == Side.WHITE ? "White" : "Black");
            students.stream()
                    .filter(each -> each.allNames().contains(name))
                    .findFirst()
                    .ifPresent(student -> {
                        List<JudgedGame> games = new JudgedGames(workbook, analyst)
                                .of(student.allNames(), Progress.SILENT, new Cancel())
                                .games();
                        StudentAccount account = StudentAccount.of(new StudentAccount.Season(
                                games,
                                student.student().rating(),
                                Map.of(),
                                List.of(),
                                Peers.of(workbook.accounts().peers(), student.allNames()),
                                // What was trained lately is not looked at here, so the time says nothing.
                                Instant.EPOCH));
                        found.put(
                                side,
                                account.training().stream()
                                        .limit(FIRST)
                                        .map(habit -> line(habit, id, game.tree(), language))
                                        .toList());
                    });
        }
        return found;
    }

    private static String line(Habit habit, long id, GameTree tree, Language language) {
        List<Integer> main = tree.mainLine();
        Optional<String> here = habit.times().stream()
                .filter(time -> time.game().game() == id && time.move().ply() < main.size())
                .map(time -> MoveNames.of(tree, main.get(time.move().ply()), language))
                .reduce((one, other) -> one + ", " + other);
        String line = AccountSentences.line(habit);
        return here.map(moves -> Texts.of("lesson.habit.here", line, moves)).orElse(line);
    }
}
