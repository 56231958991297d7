package org.zeroply.gametree;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/** What is covered by the curtain, what was said under it, and two states of a game put together. */
class SharingTest {
    private static List<Move> moves(String... texts) {
        return Arrays.stream(texts)
                .map(text -> Objects.requireNonNull(Move.parse(text)))
                .toList();
    }

    private static GameTree line(String... texts) {
        return GameTree.of(Position.START).addLine(0, moves(texts)).tree();
    }

    private static GameTree noted(GameTree tree, int id, String note) {
        return tree.with(tree.node(id).withAfter(note));
    }

    @Test
    void upToShowsTheWayAndNothingBehindOrBesideIt() {
        GameTree tree = line("d2d4", "d7d5", "c2c4", "e7e6");
        tree = tree.addLine(1, moves("g8f6", "c2c4")).tree();
        tree = noted(noted(tree, 1, "a quiet start"), 2, "now c4 wins");
        GameTree seen = tree.upTo(2);
        assertThat(seen.mainLine()).containsExactly(1, 2);
        assertThat(seen.size()).isEqualTo(2);
        assertThat(seen.node(1).after()).isEqualTo("a quiet start");
        assertThat(seen.node(2).after()).isEmpty();
        assertThat(seen.node(1).children()).containsExactly(2);
        assertThat(seen.positionAt(2)).isEqualTo(tree.positionAt(2));
        assertThat(tree.upTo(0).mainLine()).isEmpty();
    }

    @Test
    void whatWasSaidTravelsAsACommandWhateverStandsInIt() {
        CurtainAnswer said =
                new CurtainAnswer("Ida | Brandt", "Nf3", "100% sure [or {nearly}]: it develops,\nand keeps the bishop");
        Command command = said.command();
        assertThat(command.value()).doesNotContain("]", "}", "{", "\n");
        GameTree tree = line("d2d4");
        GameNode node = tree.node(1)
                .withCommands(List.of(
                        new Command(Command.CLOCK, "1:00:00"),
                        command,
                        new Command("said", "not ours"),
                        new CurtainAnswer("", "c4", "").command()));
        assertThat(CurtainAnswer.of(node)).containsExactly(said, new CurtainAnswer("", "c4", ""));
        assertThat(CurtainAnswer.of(tree.node(1))).isEmpty();
    }

    private static Game game(GameTree tree, String white, GameResult result) {
        return new Game(Tags.NONE.with("White", white).with("Event", "?"), tree, result);
    }

    @Test
    void aUnionHasTheMovesAndNotesOfBoth() {
        GameTree base = line("d2d4", "d7d5", "c2c4", "e7e6");
        GameTree home = noted(noted(base, 2, "solid"), 4, "the same");
        home = home.addLine(1, moves("g8f6")).tree();
        GameTree club = noted(noted(noted(base, 2, "passive"), 4, "the same"), 3, "only there");
        club = club.addLine(4, moves("b1c3", "g8f6")).tree();
        GameUnion union =
                GameUnion.of(game(home, "Tarn", GameResult.OPEN), game(club, "Tarn", GameResult.WHITE_WINS), null);
        GameTree both = union.game().tree();
        assertThat(both.mainLine()).hasSize(6);
        assertThat(both.node(1).children()).hasSize(2);
        assertThat(both.node(2).after()).isEqualTo("solid\npassive");
        assertThat(both.node(3).after()).isEqualTo("only there");
        assertThat(both.node(4).after()).isEqualTo("the same");
        assertThat(union.game().result()).isEqualTo(GameResult.WHITE_WINS);
        assertThat(union.conflicts()).containsExactly(new GameUnion.Conflict(2, ""));
        // Putting the same together once more changes nothing.
        assertThat(GameUnion.of(union.game(), game(club, "Tarn", GameResult.OPEN), null)
                        .game()
                        .sameAs(union.game()))
                .isTrue();
    }

    @Test
    void aUnionNamesTagsAndResultsThatDiffer() {
        GameTree tree = line("d2d4");
        Game here = game(tree, "Tarn", GameResult.DRAW);
        Game there =
                new Game(Tags.NONE.with("White", "Tarne").with("Event", "Club evening"), tree, GameResult.WHITE_WINS);
        GameUnion union = GameUnion.of(here, there, null);
        assertThat(union.conflicts())
                .containsExactly(new GameUnion.Conflict(0, "White"), new GameUnion.Conflict(0, "Result"));
        assertThat(union.game().tags().get("White")).isEqualTo("Tarn");
        assertThat(union.game().tags().get("Event")).isEqualTo("Club evening");
        Game other = Game.from(tree.positionAt(1));
        assertThatThrownBy(() -> GameUnion.of(here, other, null)).hasMessageContaining("different positions");
    }
}
