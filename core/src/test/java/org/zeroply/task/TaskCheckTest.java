package org.zeroply.task;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.PgnWriter;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Analyst;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.task.TaskCheck.Kind;
import org.zeroply.task.TaskCheck.Remark;
import org.zeroply.work.Cancel;

/** Going over a task with the calculator, and the scheme that is proposed. */
class TaskCheckTest {
    private static final Limit LIMIT = Limit.nodes(40_000);

    private static TaskCheck check(Task task) {
        Analyst analyst = new Calculator(16, 1);
        return TaskCheck.of(task, LIMIT, TaskCheck.USUAL_MARGIN, analyst, progress -> {}, new Cancel());
    }

    private static Task task(String fen, String moves) {
        Task bare = Papers.read("[SetUp \"1\"]\n[FEN \"" + fen + "\"]\n\n" + moves + " *\n")
                .tasks()
                .getFirst();
        return bare.withScheme(DraftScheme.of(bare));
    }

    private static Optional<Remark> find(TaskCheck check, Kind kind) {
        return check.remarks().stream().filter(remark -> remark.kind() == kind).findFirst();
    }

    @Test
    void aSecondSolutionIsFoundAndCanBeAccepted() {
        Task task = task("6k1/5ppp/8/8/8/8/5PPP/RR4K1 w - - 0 1", "1. Ra8# $18");
        TaskCheck check = check(task);
        Remark second = find(check, Kind.SECOND_SOLUTION).orElseThrow();
        assertThat(second.text()).startsWith("1.Rb8# is as good as 1.Ra8#");
        Task accepted = TaskCheck.accept(task, second, "both mate");
        assertThat(accepted.scheme().accepted()).hasSize(1);
        TaskCheck again = check(accepted);
        assertThat(find(again, Kind.SECOND_SOLUTION)).isEmpty();
        assertThat(second.settled(accepted)).contains("both mate");
        assertThat(find(check, Kind.MATE_PROVEN).orElseThrow().text()).isEqualTo("the start: mate in 1 is proven");
    }

    @Test
    void aMissingDefenceIsFoundAndCanBeAdded() {
        // Black can also simply take.
        Task task = task("3r2k1/5ppp/8/8/8/8/5PPP/3R2K1 w - - 0 1", "1. Rb1 Rd2 $10");
        Remark missing = find(check(task), Kind.NOT_BEST).orElseThrow();
        assertThat(missing.text()).startsWith("1.Rb1 is not the best move: 1.Rxd8# is better");
        Task added = TaskCheck.addLine(task, missing);
        assertThat(added.solution().root().children()).hasSize(2);
        Task defended = task("r5k1/5ppp/8/8/8/8/R4PPP/6K1 b - - 0 1", "1... Rc8 2. h3 (2. Ra1) $10");
        assertThat(find(check(defended), Kind.NOT_BEST)).isPresent();
    }

    @Test
    void aVerdictThatCannotBeIsDoubted() {
        Task task = task("6k1/5ppp/8/8/8/8/5PPP/Q5K1 w - - 0 1", "1. h3 h6 $10");
        Remark doubt = find(check(task), Kind.DOUBTFUL_VERDICT).orElseThrow();
        assertThat(doubt.text()).startsWith("1...h6 is said to be \"level\"; the calculator says: White");
        assertThat(doubt.apart()).isGreaterThan(0.3);
    }

    @Test
    void otherOrdersAreListed() {
        Task task = Ending.task();
        List<Remark> orders = check(task).remarks().stream()
                .filter(remark -> remark.kind() == Kind.OTHER_ORDER)
                .toList();
        assertThat(orders)
                .extracting(Remark::text)
                .anySatisfy(text ->
                        assertThat(text).startsWith("53.Kf5 is also reached by").contains("53...Kf7 54.Kf5"));
        assertThat(orders).extracting(Remark::node).doesNotHaveDuplicates();
    }

    @Test
    void nothingIsClaimedWhenItWasStopped() {
        Cancel cancel = new Cancel();
        cancel.cancel();
        TaskCheck check = TaskCheck.of(
                Ending.task(), LIMIT, TaskCheck.USUAL_MARGIN, new Calculator(16, 1), progress -> {}, cancel);
        assertThat(check.looked()).isLessThan(check.of());
        assertThat(check.remarks()).isEmpty();
    }

    @Test
    void aSchemeIsDraftedThatIsSound() {
        Task bare = Ending.task();
        Task drafted = bare.withScheme(DraftScheme.of(bare.withScheme(Scheme.EMPTY)));
        assertThat(SchemeFault.of(drafted)).isEmpty();
        assertThat(drafted.scheme().items())
                .extracting(item -> item.points() + " " + item.label() + ": " + item.reason())
                .contains(
                        "5 52.Ke4: the quiet move that decides: nothing is taken and no check is given",
                        "2 52...Kg8: the defence that asks the most",
                        "2 55.Kxh6 or Kf5: any of the moves is as good",
                        "1 54.Kf6: level: a move that does not work, rightly judged");
        AttainablePoints outOf = AttainablePoints.of(drafted);
        assertThat(Marker.mark(drafted, outOf.model(), List.of()).points()).isEqualTo(outOf.points());
    }

    @Test
    void themesAreThoseThatTheBoardShows() {
        assertThat(Themes.of(Ending.task().solution())).containsExactly(Theme.QUIET_MOVE, Theme.PAWN_ENDING);
        Task mate = task("6k1/5ppp/8/8/8/8/5PPP/R5K1 w - - 0 1", "1. Ra8#");
        assertThat(Themes.of(mate.solution())).contains(Theme.MATE, Theme.BACK_RANK);
        Position fork = task("3q3k/8/8/8/4N3/8/8/6K1 w - - 0 1", "1. Kg2").start();
        assertThat(Theme.of("Fork")).contains(Theme.FORK);
        assertThat(Themes.isQuiet(fork, Papers.move(fork, "Kg2"))).isTrue();
    }

    @Test
    void aCheckThatWasInterruptedGoesOnWhereItWas() {
        Task task = Ending.task();
        Analyst analyst = new Calculator(16, 1);
        TaskCheck.Pass pass = new TaskCheck.Pass(task, LIMIT, TaskCheck.USUAL_MARGIN);
        Cancel soon = new Cancel();
        TaskCheck part = pass.run(
                analyst,
                progress -> {
                    if (progress.done() == 5) {
                        soon.cancel();
                    }
                },
                soon);
        assertThat(part.looked()).isEqualTo(5);
        int[] first = {0};
        TaskCheck whole =
                pass.run(analyst, progress -> first[0] = first[0] == 0 ? progress.done() : first[0], new Cancel());
        assertThat(first[0]).as("the five positions are not looked at again").isEqualTo(6);
        assertThat(whole.looked()).isEqualTo(whole.of());
        assertThat(whole.remarks()).startsWith(part.remarks().toArray(Remark[]::new));
        assertThat(whole.remarks()).extracting(Remark::key).doesNotHaveDuplicates();
    }

    @Test
    void aRemarkAboutAPlaceThatIsGoneAddsNothing() {
        Task task = task("6k1/5ppp/8/8/8/8/5PPP/RR4K1 w - - 0 1", "1. Ra8# $18");
        Remark second = find(check(task), Kind.SECOND_SOLUTION).orElseThrow();
        Remark elsewhere = new Remark(second.kind(), 99, second.line(), null, 0, "", "");
        assertThat(TaskCheck.addLine(task, elsewhere)).isEqualTo(task);
    }

    @Test
    void aTaskOutOfAGameHasWhatFollowsThere() {
        Task game = Papers.read("[White \"A\"]\n\n1. d4 d5 2. c4 $1 (2. Nf3 {solid} Nf6) e6 *\n")
                .tasks()
                .getFirst();
        int node = Papers.node(game.solution(), "d4 d5");
        Task task = Task.from(game.solution(), node);
        assertThat(task.last())
                .isNotNull()
                .satisfies(last -> assertThat(last.san()).isEqualTo("d5"));
        assertThat(PgnWriter.movetext(task.solution())).isEqualTo("2. c4! (2. Nf3 {solid} 2... Nf6) 2... e6");
        assertThat(Task.from(game.solution(), GameTree.ROOT).last()).isNull();
    }

    @Test
    void theRestOfAGameIsNoPartOfASolution() {
        GameTree game = GameTree.of(Position.START);
        game = game.addLine(GameTree.ROOT, line("e4", "e5", "Nf3", "Nc6", "Bb5", "a6", "Ba4", "Nf6"))
                .tree();
        Task task = Task.from(game, GameTree.ROOT).withBetter(line("d4", "d5", "c4"));
        assertThat(San.line(Position.START, moves(task.solution()))).isEqualTo("1.d4 d5 2.c4");
        assertThat(task.solution().size()).isEqualTo(6);
        // Without another line nobody but the coach can say where it ends.
        assertThat(Task.from(game, GameTree.ROOT)
                        .withBetter(List.of())
                        .solution()
                        .size())
                .isEqualTo(8);
    }

    private static List<Move> line(String... moves) {
        List<Move> line = new ArrayList<>();
        Position position = Position.START;
        for (String move : moves) {
            Move read = Objects.requireNonNull(San.read(position, move));
            line.add(read);
            position = position.play(read);
        }
        return line;
    }

    private static List<Move> moves(GameTree tree) {
        return tree.mainLine().stream().map(id -> tree.node(id).played()).toList();
    }
}
