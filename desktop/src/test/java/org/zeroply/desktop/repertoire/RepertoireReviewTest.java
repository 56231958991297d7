package org.zeroply.desktop.repertoire;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.repertoire.Answer;
import org.zeroply.repertoire.Condition;
import org.zeroply.repertoire.Departure;
import org.zeroply.repertoire.Guard;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.Upkeep;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.store.RepertoireShelf.Title;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** What rules and games say of a repertoire: things to tidy up, guards that fail, where games left it; without a window. */
@SuppressWarnings("NullAway.Init")
class RepertoireReviewTest extends OnAWorkbook {
    private static final Guard NEEDS_A_PAWN = new Guard(
            PieceType.KNIGHT,
            Square.E5,
            new Condition.Bears(Side.WHITE, PieceType.PAWN, Square.E5),
            "it is driven off");

    private RepertoireModel model;
    private RepertoireReview review;
    private RepertoireStart start;

    @BeforeEach
    void begin() {
        model = new RepertoireModel(workbook, background);
        review = new RepertoireReview(model, workbook, background, service);
        start = new RepertoireStart(model, workbook, background);
    }

    private void open(String student, String... lines) {
        model.create(new Title("Quiet", Side.WHITE, student, ""), Repertoire.empty(Side.WHITE));
        for (String line : lines) {
            model.go(Repertoire.ROOT);
            assertThat(model.enter(line)).as(line).isTrue();
        }
    }

    private void played(String white, String black, String moves) {
        workbook.games().add(game("[White \"" + white + "\"]\n[Black \"" + black + "\"]\n\n" + moves + " *"), "add");
    }

    private List<String> findings(Upkeep.Kind kind) {
        return review.upkeepProperty().get().stream()
                .filter(each -> each.kind() == kind)
                .map(each -> model.name(each.node(), each.move()))
                .toList();
    }

    // ---- by rules

    @Test
    void whatHasNoReasonIsListedUntilOneIsGiven() {
        open("", "d4 d5 c4");
        assertThat(findings(Upkeep.Kind.NO_REASON)).containsExactly("1.d4", "2.c4");
        Repertoire.Step last = Objects.requireNonNull(model.last());
        model.editAnswer(
                last.node(), last.edge().move(), answer -> answer.withNote(Answer.Note.REASON, "room"), "reason");
        assertThat(findings(Upkeep.Kind.NO_REASON)).containsExactly("1.d4");
        model.undo();
        assertThat(findings(Upkeep.Kind.NO_REASON)).hasSize(2);
    }

    @Test
    void rivalsAndMovesThatSaveWorkAreFound() {
        open("", "d4 d5 c4 e6 Nc3", "d4 Nf6 c4 e6 Nc3 d5 cxd5", "d4 d5 Nf3");
        assertThat(findings(Upkeep.Kind.TWO_ANSWERS)).containsExactly("2.Nf3");
        model.go(Repertoire.ROOT);
        model.enter("Nf3 d5");
        assertThat(findings(Upkeep.Kind.DUPLICATED))
                .as("there 2.d4 comes to what is prepared")
                .isEmpty();
        model.enter("c4 e6");
        model.go(Repertoire.ROOT);
        model.enter("d4 d5 Nf3 e6 c4 c5");
        model.go(Repertoire.ROOT);
        model.enter("Nf3 d5 c4 e6 g3");
        assertThat(findings(Upkeep.Kind.DUPLICATED)).contains("3.d4");
    }

    @Test
    void aLineThatEndsWherePlayGoesOnIsFound() {
        open("", "d4 d5 c4 e6 Nc3");
        assertThat(review.upkeepProperty().get())
                .filteredOn(each -> each.kind() == Upkeep.Kind.DEAD_END)
                .singleElement()
                .satisfies(end -> assertThat(model.line(end.node())).isEqualTo("1.d4 d5 2.c4 e6 3.Nc3"));
        model.enter("Nf6 Bg5");
        assertThat(review.upkeepProperty().get())
                .filteredOn(each -> each.kind() == Upkeep.Kind.DEAD_END)
                .as("now it ends later")
                .singleElement()
                .satisfies(end -> assertThat(model.line(end.node())).endsWith("4.Bg5"));
    }

    @Test
    void aGuardThatFailsIsToldWithALineThatShowsIt() {
        open("", "d4 d5 Nf3 Nf6 Ne5");
        Repertoire.Step last = Objects.requireNonNull(model.last());
        model.setGuard(last.node(), last.edge().move(), Optional.empty(), Optional.of(NEEDS_A_PAWN));
        assertThat(review.brokenProperty().get()).as("the pawn is there").isEmpty();
        Guard other = new Guard(
                PieceType.KNIGHT, Square.E5, new Condition.Bears(Side.WHITE, PieceType.BISHOP, Square.E5), "");
        model.setGuard(last.node(), last.edge().move(), Optional.of(NEEDS_A_PAWN), Optional.of(other));
        assertThat(review.brokenProperty().get()).singleElement().satisfies(broken -> {
            assertThat(broken.breach().guard()).isEqualTo(other);
            assertThat(broken.breach().inWords()).startsWith("3.Ne5 is played here");
        });
        int asked = analyst.asked();
        assertThat(asked).isPositive();
        model.go(Repertoire.ROOT);
        model.enter("d4 Nf6");
        assertThat(analyst.asked()).as("a shown line is not calculated again").isEqualTo(asked);
        model.setGuard(last.node(), last.edge().move(), Optional.of(other), Optional.empty());
        assertThat(review.brokenProperty().get()).isEmpty();
    }

    @Test
    void anotherRepertoireHasFindingsOfItsOwnAndNoneHasNone() {
        open("", "d4 d5 c4");
        model.create(new Title("Empty", Side.BLACK, "", ""), Repertoire.empty(Side.BLACK));
        assertThat(review.upkeepProperty().get()).isEmpty();
        model.remove();
        assertThat(findings(Upkeep.Kind.NO_REASON)).hasSize(2);
        model.remove();
        assertThat(model.openProperty().get()).isNull();
        assertThat(review.upkeepProperty().get()).isEmpty();
        assertThat(review.familiesProperty().get()).isEmpty();
        review.compareGames();
        assertThat(review.gamesProperty().get()).isNull();
    }

    // ---- by games

    @Test
    void theGamesOfTheStudentSayWhatWasForgottenAndWhatIsMissing() {
        played("Brandt, Ida", "Okafor, Sam", "1.d4 d5 2.Nf3");
        played("Brandt, Ida", "Tarn, Bastian", "1.d4 f5 2.c4");
        played("Tarn, Bastian", "Brandt, Ida", "1.e4 c6");
        played("Brandt, Idalie", "Tarn, Bastian", "1.c4 c6");
        open("brandt, ida", "d4 d5 c4");
        review.compareGames();
        GameDepartures.Sums sums = Objects.requireNonNull(review.gamesProperty().get());
        assertThat(sums.games())
                .as("with White, by exactly this name")
                .extracting(each -> each.departures().getFirst().inWords())
                .containsExactlyInAnyOrder("White left with 2.Nf3; the answer is 2.c4", "Black left with 1...f5");
        assertThat(sums.departures().forgotten()).hasSize(1);
        assertThat(sums.departures().missing()).hasSize(1);
        assertThat(sums.games().getFirst().nodes()).isNotEmpty();
        model.create(new Title("Empty", Side.BLACK, "", ""), Repertoire.empty(Side.BLACK));
        assertThat(review.gamesProperty().get())
                .as("they belong to the other repertoire")
                .isNull();
        review.compareGames();
        assertThat(Objects.requireNonNull(review.gamesProperty().get()).games())
                .as("nobody's repertoire has no games")
                .isEmpty();
    }

    @Test
    void comparingCountsEveryGameAndStopsWhenAsked() {
        played("Brandt, Ida", "Okafor, Sam", "1.d4 d5 2.Nf3");
        workbook.games()
                .add(
                        game("[White \"Brandt, Ida\"]\n[SetUp \"1\"]\n"
                                + "[FEN \"4k3/8/8/8/8/8/4P3/4K3 w - - 0 1\"]\n\n1.e4 *"),
                        "add");
        open("Brandt, Ida", "d4 d5 c4");
        List<Double> shares = new ArrayList<>();
        List<Long> counts = new ArrayList<>();
        Progress progress = (share, count) -> {
            shares.add(share);
            counts.add(count);
        };
        Optional<GameDepartures.Sums> sums = GameDepartures.all(
                workbook,
                Objects.requireNonNull(model.openProperty().get()),
                model.repertoire(),
                progress,
                new Cancel());
        assertThat(sums.orElseThrow().games())
                .as("a game from another position is not compared")
                .hasSize(1);
        assertThat(counts).containsExactly(1L, 2L);
        assertThat(shares).containsExactly(0.5, 1.0);
        Cancel cancel = new Cancel();
        cancel.cancel();
        assertThat(GameDepartures.all(
                        workbook,
                        Objects.requireNonNull(model.openProperty().get()),
                        model.repertoire(),
                        progress,
                        cancel))
                .isEmpty();
    }

    @Test
    void anOpenGameIsToldWhereItLeftTheRepertoiresOfItsPlayers() {
        open("Brandt, Ida", "d4 d5 c4 e6 Nf3");
        var told = GameDepartures.of(
                workbook, game("[White \"BRANDT, IDA\"]\n[Black \"Okafor, Sam\"]\n\n1.d4 d5 2.Nf3 e6 3.c4 Be7 *"));
        assertThat(told).singleElement().satisfies(one -> {
            assertThat(one.first().kind()).isEqualTo(Departure.Kind.WE_LEFT);
            assertThat(one.departed())
                    .extracting(each -> each.ply() + " " + each.text())
                    .containsExactly("2 White left with 2.Nf3; the answer is 2.c4", "4 back after move 3");
            assertThat(one.departed().getFirst().repertoire()).isEqualTo("Quiet");
        });
        assertThat(GameDepartures.of(workbook, game("[White \"Okafor, Sam\"]\n[Black \"Brandt, Ida\"]\n\n1.d4 *")))
                .as("it is a repertoire with White")
                .isEmpty();
        assertThat(GameDepartures.of(workbook, game("1.d4 *"))).isEmpty();
    }

    @Test
    void aPassEndsWhatIsCompared() {
        open("Brandt, Ida", "d4 d5 c4");
        assertThat(GameDepartures.of(workbook, game("[White \"Brandt, Ida\"]\n\n1.d4 d5 2.-- e6 *")))
                .singleElement()
                .satisfies(one -> assertThat(one.first().kind()).isEqualTo(Departure.Kind.INSIDE));
    }

    // ---- a beginning made of games

    @Test
    void aRepertoireBeginsWithTheGamesOfWhoHasPlayedMost() {
        for (int i = 0; i < 3; i++) {
            played("Brandt, Ida", "Okafor, Sam", "1.d4 d5 2.c4 e6 3.Nc3");
        }
        played("Brandt, Ida", "Okafor, Sam", "1.d4 Nf6 2.c4");
        played("?", "?", "1.e4");
        List<RepertoireStart.Player> players = new ArrayList<>();
        start.players(players::addAll);
        assertThat(players)
                .containsExactly(
                        new RepertoireStart.Player("Brandt, Ida", Side.WHITE, 4),
                        new RepertoireStart.Player("Okafor, Sam", Side.BLACK, 4));
        start.begin(players.getFirst());
        assertThat(Objects.requireNonNull(model.openProperty().get()).title().student())
                .isEqualTo("Brandt, Ida");
        assertThat(model.repertoire().root().tally().games())
                .as("all games are counted")
                .isEqualTo(5);
        assertThat(model.find("Nc3")).isTrue();
        assertThat(model.line(model.nodeProperty().get())).isEqualTo("1.d4 d5 2.c4 e6 3.Nc3");
        start.begin(players.getLast());
        assertThat(model.repertoire().side()).isEqualTo(Side.BLACK);
        assertThat(model.repertoire().root().replies()).hasSize(1);
    }
}
