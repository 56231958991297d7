package org.zeroply.gametree;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.notation.PgnWriter;
import org.zeroply.rules.Square;

class CoachRemarksTest {
    private static Game read(String pgn) throws IOException {
        PgnReader reader = new PgnReader(new ByteArrayInputStream(pgn.getBytes(StandardCharsets.UTF_8)));
        return ((PgnEntry.Read) Objects.requireNonNull(reader.next())).game();
    }

    @Test
    void remarksTravelWithTheGame() throws IOException {
        Game game = read("[White \"A\"]\n[Black \"B\"]\n\n1. e4 {[%clk 1:00:00] fine} e5 2. Nf3 Nc6 *");
        CoachRemarks remarks = new CoachRemarks(
                "saw 50% | [half]",
                "practical chances",
                true,
                Optional.of(new CoachRemarks.Drift(2, 2, "too slow {really}")),
                List.of(
                        new CoachRemarks.CandidateNote("Bb5", true, "pins\nthe knight"),
                        new CoachRemarks.CandidateNote("d4", false, "")),
                List.of(
                        OwnMark.along(OwnMark.Kind.PATH, OwnMark.Pencil.AMBER, Square.F3, Square.G5, Square.F7),
                        OwnMark.tag(OwnMark.Pencil.BRICK, Square.E5, "|]")));
        GameNode node = game.tree().node(game.tree().mainLine().get(2));
        Game marked = game.with(game.tree().with(remarks.onto(node)));
        // The candidates of the start stand at the root.
        GameNode root = marked.tree().root();
        CoachRemarks atStart =
                CoachRemarks.NONE.withCandidates(List.of(new CoachRemarks.CandidateNote("c4", true, "")));
        marked = marked.with(marked.tree().with(atStart.onto(root)));
        Game again = read(PgnWriter.write(marked));
        assertThat(CoachRemarks.of(again.tree().node(again.tree().mainLine().get(2))))
                .isEqualTo(remarks);
        assertThat(CoachRemarks.of(again.tree().root())).isEqualTo(atStart);
        assertThat(again.sameAs(marked)).isTrue();
        // Taken away again, the other commands stay.
        GameNode first = again.tree().node(again.tree().mainLine().getFirst());
        GameNode cleared = CoachRemarks.NONE.onto(remarks.onto(first));
        assertThat(cleared).isEqualTo(first);
        assertThat(cleared.clock()).contains(Duration.ofHours(1));
    }

    @Test
    void whatIsNotOursIsLeftAlone() throws IOException {
        Game game = read("1. e4 {[%drift soon] [%candidate x] [%cause ]} e5 *");
        GameNode node = game.tree().node(game.tree().mainLine().getFirst());
        CoachRemarks read = CoachRemarks.of(node);
        assertThat(read.drift()).isEmpty();
        assertThat(read.candidates()).isEmpty();
        assertThat(read.cause()).isEmpty();
        assertThatThrownBy(() -> new CoachRemarks.Drift(4, 2, "")).hasMessageContaining("root of a drift");
    }

    @Test
    void marksOfOthersStayAsTheyAre() throws IOException {
        String foreign = "[%glow e5,d4] [%beam e2-e4] [%drawn soon] [%drawn ring|green|e4|]";
        Game game = read("1. e4 {" + foreign + " a word} e5 *");
        GameNode node = game.tree().node(game.tree().mainLine().getFirst());
        assertThat(CoachRemarks.of(node).marks()).isEmpty();
        OwnMark ring = OwnMark.on(OwnMark.Kind.RING, OwnMark.Pencil.INK, Square.E4);
        GameNode drawn = CoachRemarks.of(node).withMarks(List.of(ring)).onto(node);
        String written = PgnWriter.write(game.with(game.tree().with(drawn)));
        assertThat(written.replace("\n", " ")).contains(foreign + " [%drawn ring|ink|e4|]");
        GameNode cleared = CoachRemarks.of(drawn).withMarks(List.of()).onto(drawn);
        assertThat(cleared).isEqualTo(node);
    }

    @Test
    void drawingTheSameAgainTakesItAway() {
        OwnMark ring = OwnMark.on(OwnMark.Kind.RING, OwnMark.Pencil.INK, Square.E4);
        OwnMark amber = OwnMark.on(OwnMark.Kind.RING, OwnMark.Pencil.AMBER, Square.E4);
        assertThat(OwnMark.drawn(List.of(ring), ring)).isEmpty();
        assertThat(OwnMark.drawn(List.of(ring), amber)).containsExactly(amber);
        // A region grows and shrinks square by square, a path goes on where it ends.
        List<OwnMark> marks = List.of();
        for (Square square : List.of(Square.D4, Square.E4, Square.D4)) {
            marks = OwnMark.drawn(marks, OwnMark.on(OwnMark.Kind.REGION, OwnMark.Pencil.INDIGO, square));
        }
        assertThat(marks).containsExactly(OwnMark.on(OwnMark.Kind.REGION, OwnMark.Pencil.INDIGO, Square.E4));
        marks = OwnMark.drawn(List.of(), OwnMark.along(OwnMark.Kind.PATH, OwnMark.Pencil.INK, Square.D2, Square.B3));
        marks = OwnMark.drawn(marks, OwnMark.along(OwnMark.Kind.PATH, OwnMark.Pencil.INK, Square.B3, Square.C5));
        assertThat(marks)
                .containsExactly(OwnMark.along(OwnMark.Kind.PATH, OwnMark.Pencil.INK, Square.D2, Square.B3, Square.C5));
        assertThat(OwnMark.nextTag(List.of(OwnMark.tag(OwnMark.Pencil.INK, Square.A1, "a"))))
                .isEqualTo("b");
        assertThatThrownBy(() -> OwnMark.along(OwnMark.Kind.THREAT, OwnMark.Pencil.INK, Square.A1))
                .hasMessageContaining("THREAT");
    }

    @Test
    void timeUsedComesFromTheClockTimes() throws IOException {
        Game game = read(
                "1. e4 {[%clk 1:29:50]} e5 {[%clk 1:30:10]} 2. Nf3 {[%clk 1:25:20]} Nc6 3. Bb5 {[%clk 1:26:00]} *");
        List<Integer> line = game.tree().mainLine();
        assertThat(ClockUse.used(game.tree(), line, "5400+30"))
                .containsExactly(
                        Optional.of(Duration.ofSeconds(40)),
                        Optional.of(Duration.ofSeconds(20)),
                        Optional.of(Duration.ofSeconds(300)),
                        Optional.empty(),
                        Optional.of(Duration.ZERO));
        assertThat(ClockUse.used(game.tree(), line, ""))
                .containsExactly(
                        Optional.empty(),
                        Optional.empty(),
                        Optional.of(Duration.ofSeconds(270)),
                        Optional.empty(),
                        Optional.of(Duration.ZERO));
    }
}
