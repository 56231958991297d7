package org.zeroply.task;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/** Motifs that the board shows for certain, on positions made for each of them. */
class ThemesTest {
    private static Set<Theme> themes(Position start, String line) {
        List<Move> moves = new ArrayList<>();
        Position here = start;
        for (String name : line.split(" ")) {
            Move move = Papers.move(here, name);
            moves.add(move);
            here = here.play(move);
        }
        return Themes.of(GameTree.of(start).addLine(GameTree.ROOT, moves).tree());
    }

    private static Set<Theme> set(String words) {
        Set<Theme> set = EnumSet.noneOf(Theme.class);
        for (String word : words.split(" ")) {
            if (!word.isEmpty()) {
                set.add(Theme.valueOf(word));
            }
        }
        return set;
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            6k1/5ppp/8/8/8/8/5PPP/3R2K1 w - - 0 1               | Rd8#           | MATE BACK_RANK ROOK_ENDING
            r3k3/8/8/3N4/8/8/8/4K3 w - - 0 1                    | Nc7+           | FORK
            8/P7/8/8/8/8/7k/K7 w - - 0 1                        | a8=Q           | PROMOTION PAWN_ENDING
            8/2P3k1/8/8/8/8/8/K7 w - - 0 1                      | c8=N           | UNDERPROMOTION PAWN_ENDING
            4k3/8/8/8/8/8/4N3/4R1K1 w - - 0 1                   | Nc3+           | DISCOVERED_CHECK
            4k3/8/8/8/4N3/8/8/4R1K1 w - - 0 1                   | Nf6+           | DOUBLE_CHECK
            k7/8/1K6/8/8/8/8/R7 b - - 0 1                       | Kb8            | ONLY_MOVE QUIET_MOVE ROOK_ENDING
            6k1/6p1/7p/8/8/3B4/1Q3PPP/6K1 w - - 0 1             | Qxg7+          | SACRIFICE
            6k1/5ppp/8/8/8/8/5PPP/R5K1 w - - 0 1                | h3             | QUIET_MOVE ROOK_ENDING
            3qk3/8/8/8/8/8/8/R3K2R w KQ - 0 1                   | O-O            | QUIET_MOVE
            2b1k3/8/8/8/8/8/8/2B1K3 w - - 0 1                   | Be3            | QUIET_MOVE OPPOSITE_BISHOPS MINOR_PIECE_ENDING
            4k3/2n5/8/8/8/8/8/2B1KB2 w - - 0 1                  | Be3            | QUIET_MOVE TWO_BISHOPS MINOR_PIECE_ENDING
            3qk3/8/8/8/8/8/8/3QK3 w - - 0 1                     | Qe2+           | QUEEN_ENDING
            7k/8/6K1/8/8/8/8/5Q2 w - - 0 1                      | Qf7            | QUIET_MOVE STALEMATE QUEEN_ENDING
            """)
    void theBoardShowsThem(String fen, String line, String expected) {
        assertThat(themes(Fen.position(fen), line)).isEqualTo(set(expected));
    }

    @ParameterizedTest
    @CsvSource({
        "6k1/5ppp/8/8/8/8/5PPP/3R2K1 w - - 0 1, Rd8#, Rd1#",
        "r3k3/8/8/3N4/8/8/8/4K3 w - - 0 1, Nc7+, Nc2+",
        "6k1/6p1/7p/8/8/3B4/1Q3PPP/6K1 w - - 0 1, Qxg7+, Qxg2+"
    })
    void coloursExchangedTheyAreTheSame(String fen, String line, String mirrored) {
        Position position = Fen.position(fen);
        assertThat(themes(position.mirrored(), mirrored)).isEqualTo(themes(position, line));
    }

    @Test
    void aKingInTheCentreIsTheOtherSidesAndInDanger() {
        Position attacked = Fen.position("r2qk2r/ppp2ppp/8/8/8/8/PPP2PPP/R2Q1RK1 w kq - 0 1");
        assertThat(themes(attacked, "Qe2+")).contains(Theme.KING_IN_THE_CENTRE);
        Position own = Fen.position("r2q1rk1/ppp2ppp/8/8/8/8/PPP2PPP/R2QK2R w KQ - 0 1");
        assertThat(themes(own, "Qe2")).doesNotContain(Theme.KING_IN_THE_CENTRE);
        Position quiet = Fen.position("4k3/ppp2ppp/8/8/8/8/PPP2PPP/R4RK1 w - - 0 1");
        assertThat(themes(quiet, "Kh1")).as("without a queen nobody attacks").doesNotContain(Theme.KING_IN_THE_CENTRE);
    }

    @Test
    void onlyTheSolversMovesCount() {
        Position position = Fen.position("4k3/8/8/8/8/2n5/5PPP/R3R1K1 b - - 0 1");
        assertThat(themes(position, "Kd8 Ra8+")).doesNotContain(Theme.FORK, Theme.MATE);
    }

    @ParameterizedTest
    @EnumSource(Theme.class)
    void everyMotifIsReadByItsKeyAndByItsTitle(Theme theme) {
        assertThat(Theme.of(theme.key())).contains(theme);
        assertThat(Theme.of(" " + theme.title().toUpperCase(Locale.ROOT))).contains(theme);
        assertThat(Theme.title(theme.key())).isEqualTo(theme.title());
    }

    @Test
    void theCoachsOwnWordStays() {
        assertThat(Theme.of("Tuesday trick")).isEmpty();
        assertThat(Theme.title("Tuesday trick")).isEqualTo("Tuesday trick");
    }
}
