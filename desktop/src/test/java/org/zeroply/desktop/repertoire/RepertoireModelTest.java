package org.zeroply.desktop.repertoire;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.flow.FlowData;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.notation.Language;
import org.zeroply.repertoire.Answer;
import org.zeroply.repertoire.Likelihood;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.Reply;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.store.GameFilter;
import org.zeroply.store.RepertoireShelf.Listed;
import org.zeroply.store.RepertoireShelf.Title;

/** A repertoire made, grown, walked, counted, undone and opened again; without a window. */
@SuppressWarnings("NullAway.Init")
class RepertoireModelTest extends OnAWorkbook {
    private RepertoireModel model;
    private SoundnessModel soundness;

    @BeforeEach
    void begin() {
        model = new RepertoireModel(workbook, background);
        soundness = new SoundnessModel(model, workbook, background, service);
        model.create(new Title("Quiet", Side.WHITE, "", ""), Repertoire.empty(Side.WHITE));
    }

    private List<String> names() {
        return model.listProperty().get().stream().map(Listed::name).toList();
    }

    private Listed open() {
        return Objects.requireNonNull(model.openProperty().get());
    }

    private void toStart() {
        model.go(Repertoire.ROOT);
    }

    /** The same, as somebody sees it who opens the workbook later. */
    private RepertoireModel later() {
        RepertoireModel later = new RepertoireModel(workbook, background);
        later.refresh();
        return later;
    }

    @Test
    void aLineGrowsTheTreeAndIsThereTheNextTime() {
        assertThat(model.enter("d4 d5 c4")).isTrue();
        assertThat(model.line(model.nodeProperty().get())).isEqualTo("1.d4 d5 2.c4");
        assertThat(open().positions()).as("the row is renewed").isEqualTo(4);
        assertThat(later().repertoire().size()).isEqualTo(4);
        toStart();
        model.play(moves(Position.START, "d4").getFirst());
        assertThat(model.repertoire().size())
                .as("what is there is walked, not added")
                .isEqualTo(4);
        assertThat(model.undoProperty().get().undo()).contains("1.d4");
    }

    @Test
    void whatCannotBeReadIsRefusedAndNothingGrows() {
        assertThat(model.enter("d4 d5 Qh5")).isFalse();
        assertThat(Objects.requireNonNull(model.typed().refusalProperty().get()).token())
                .isEqualTo("Qh5");
        assertThat(model.repertoire().size()).isEqualTo(1);
        model.enter("d4");
        assertThat(model.typed().refusalProperty().get()).isNull();
        model.languageProperty().set(Language.GERMAN);
        assertThat(model.enter("Sf6")).isTrue();
        assertThat(model.line(model.nodeProperty().get())).isEqualTo("1.d4 Sf6");
    }

    @Test
    void editsAreUndoneOneByOneAndThenTheListsOwn() {
        model.enter("d4 d5");
        model.enter("c4");
        model.undo();
        assertThat(model.repertoire().size()).isEqualTo(3);
        model.undo();
        assertThat(model.repertoire().size()).isEqualTo(1);
        assertThat(model.undoProperty().get().redo()).isNotNull();
        model.redo();
        model.redo();
        assertThat(model.repertoire().size()).isEqualTo(4);
        model.undo();
        model.undo();
        model.undo();
        assertThat(names()).as("then the repertoire itself goes").isEmpty();
        assertThat(model.openProperty().get()).isNull();
        assertThat(model.flowProperty().get()).isNull();
        model.redo();
        assertThat(names()).containsExactly("Quiet");
    }

    @Test
    void whatIsSaidOfAnswersAndRepliesIsKept() {
        model.enter("d4 d5 c4");
        Repertoire.Step step = Objects.requireNonNull(model.last());
        model.editAnswer(
                step.node(), step.edge().move(), answer -> answer.withNote(Answer.Note.REASON, "room"), "reason");
        model.editAnswer(step.node(), step.edge().move(), answer -> answer.withApproach("Sharp"), "approach");
        assertThat(model.approaches()).containsExactly("sharp");
        toStart();
        Repertoire.Step reply = model.repertoire().wayTo(step.node()).getLast();
        model.editReply(
                reply.node(), reply.edge().move(), each -> each.withShare(40).withKind(Reply.Kind.TRAP), "share");
        RepertoireModel later = later();
        Answer kept = later.repertoire().node(step.node()).answers().getFirst();
        assertThat(kept.notes()).containsEntry(Answer.Note.REASON, "room");
        assertThat(later.approaches()).containsExactly("sharp");
        assertThat(later.find("room")).isTrue();
        assertThat(later.line(later.nodeProperty().get())).isEqualTo("1.d4 d5 2.c4");
        assertThat(later.find("no such word")).isFalse();
    }

    @Test
    void answersAreReorderedAndRemoved() {
        model.enter("d4 d5 c4");
        toStart();
        model.enter("c4 e5");
        toStart();
        assertThat(model.repertoire().root().answers()).hasSize(2);
        model.go(model.repertoire().root().answers().getLast().to());
        model.reorder(-1);
        assertThat(model.name(
                        Repertoire.ROOT,
                        model.repertoire().root().answers().getFirst().move()))
                .isEqualTo("1.c4");
        model.removeMove();
        assertThat(model.repertoire().root().answers()).hasSize(1);
        assertThat(model.nodeProperty().get())
                .as("one stands before what is gone")
                .isEqualTo(Repertoire.ROOT);
        model.undo();
        assertThat(model.repertoire().root().answers()).hasSize(2);
    }

    @Test
    void severalRepertoiresAreListedByNameAndRemovedAndBroughtBack() {
        model.create(new Title("Another", Side.BLACK, "Brandt, Ida", ""), Repertoire.empty(Side.BLACK));
        assertThat(names()).containsExactly("Another", "Quiet");
        assertThat(open().name()).isEqualTo("Another");
        model.retitle(new Title("Zeal", Side.BLACK, "Brandt, Ida", ""));
        assertThat(names()).containsExactly("Quiet", "Zeal");
        assertThat(open().name()).isEqualTo("Zeal");
        model.remove();
        assertThat(names()).containsExactly("Quiet");
        assertThat(open().name()).as("the first of the others is open").isEqualTo("Quiet");
        assertThat(model.saidProperty().get()).contains("Zeal");
        model.undo();
        assertThat(names()).containsExactly("Quiet", "Zeal");
    }

    @Test
    void aMoveIntoALargeRepertoireIsThereAndItsFlowFollows() {
        Repertoire large = Repertoire.empty(Side.WHITE);
        Deque<Integer> open = new ArrayDeque<>(List.of(Repertoire.ROOT));
        while (large.size() <= 2_100) {
            Repertoire.Node node = large.node(open.remove());
            boolean ours = node.position().sideToMove() == Side.WHITE;
            for (Move move :
                    node.position().legalMoves().stream().limit(ours ? 1 : 4).toList()) {
                if (large.add(node.id(), move) instanceof Repertoire.Adding.Added added) {
                    large = added.repertoire();
                    open.add(added.node());
                }
            }
        }
        model.replace(large, "many lines");
        int leaf = Objects.requireNonNull(open.peekLast());
        model.go(leaf);
        model.play(model.position().legalMoves().getLast());
        assertThat(model.repertoire().size()).isEqualTo(large.size() + 1);
        FlowData flow = Objects.requireNonNull(model.flowProperty().get());
        assertThat(flow.repertoire()).isSameAs(model.repertoire());
        assertThat(flow.likelihood()).isSameAs(model.likelihood());
        assertThat(model.likelihood().at(model.nodeProperty().get()))
                .isEqualTo(Likelihood.of(model.repertoire(), "")
                        .at(model.nodeProperty().get()));
        model.undo();
        assertThat(Objects.requireNonNull(model.flowProperty().get())
                        .repertoire()
                        .size())
                .isEqualTo(large.size());
    }

    @Test
    void branchesAreFoldedForTheFlow() {
        model.enter("d4 d5 c4 e6 Nc3 Nf6");
        int middle = model.way().get(2).node();
        int shown =
                Objects.requireNonNull(model.flowProperty().get()).repertoire().size();
        model.fold(middle);
        assertThat(Objects.requireNonNull(model.flowProperty().get()).folded()).contains(middle);
        model.fold(middle);
        assertThat(Objects.requireNonNull(model.flowProperty().get()).folded()).doesNotContain(middle);
        assertThat(Objects.requireNonNull(model.flowProperty().get())
                        .repertoire()
                        .size())
                .isEqualTo(shown);
    }

    @Test
    void gamesAreCountedAtEveryPositionAsOneEdit() {
        workbook.games().add(game("[White \"Tarn, Bastian\"]\n[Result \"1-0\"]\n\n1.d4 d5 2.c4 1-0"), "add");
        workbook.games().add(game("[White \"Okafor, Sam\"]\n[Result \"0-1\"]\n\n1.d4 Nf6 0-1"), "add");
        model.enter("d4 d5 c4");
        boolean[] done = {false};
        model.count(GameFilter.ALL, "", () -> done[0] = true);
        assertThat(done[0]).isTrue();
        assertThat(model.repertoire().root().tally().games()).isEqualTo(2);
        int afterD4 = model.repertoire().root().answers().getFirst().to();
        assertThat(model.repertoire().node(afterD4).tally().games()).isEqualTo(2);
        model.undo();
        assertThat(model.repertoire().root().tally().games()).isZero();
    }

    @Test
    void soundnessAsksEveryPositionOnceAndRemembersIt() {
        model.enter("d4 d5 c4");
        toStart();
        soundness.start();
        assertThat(soundness.runningProperty().get()).isFalse();
        assertThat(soundness.foundProperty().get().known())
                .isEqualTo(soundness.foundProperty().get().wanted())
                .isPositive();
        int asked = analyst.asked();
        soundness.start();
        assertThat(analyst.asked()).isEqualTo(asked);
        assertThat(background.running()).isEmpty();
        model.enter("d4 Nf6 c4");
        soundness.start();
        assertThat(analyst.asked()).as("only what is new").isGreaterThan(asked);
    }
}
