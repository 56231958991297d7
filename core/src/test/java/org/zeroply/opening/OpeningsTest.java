package org.zeroply.opening;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Position;

class OpeningsTest {
    private static List<Position> line(String moves) {
        List<Position> line = new ArrayList<>(List.of(Position.START));
        for (String name : moves.split(" ")) {
            line.add(line.getLast().play(Objects.requireNonNull(San.read(line.getLast(), name), name)));
        }
        return line;
    }

    @Test
    void theCatalogueIsLegalAndLargeEnough() {
        // Reading it checks every move and that no two rows name the same position.
        assertThat(Openings.catalogue().all()).hasSizeGreaterThanOrEqualTo(250);
        assertThat(Openings.catalogue().all())
                .extracting(Openings.Named::name)
                .doesNotHaveDuplicates()
                .allMatch(name -> name.equals(name.strip()) && !name.isEmpty());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "e4 e6 d4 d5 e5 | French, Advance | 5",
                // Moves that the catalogue does not follow leave the last name standing.
                "e4 e6 d4 d5 e5 h6 h3 | French, Advance | 5",
                // By another order of moves.
                "d4 e6 e4 d5 e5 | French, Advance | 5",
                "Nf3 d5 d4 Nf6 c4 c6 Nc3 e6 | Semi-Slav Defence | 8",
                "c4 Nf6 d4 e6 Nc3 Bb4 | Nimzo-Indian Defence | 6"
            })
    void aGameIsPlacedByItsPositions(String moves, String name, int ply) {
        assertThat(Openings.catalogue().place(line(moves))).contains(new Openings.Place(name, ply));
    }

    @Test
    void whatHasNoNameHasNoPlace() {
        Position ending = Fen.position("4k3/8/8/8/8/8/4P3/4K3 w - - 0 1");
        assertThat(Openings.catalogue().place(List.of(ending))).isEmpty();
        assertThat(Openings.catalogue().place(List.of(Position.START))).isEmpty();
    }

    @Test
    void aFaultyRowIsNamed() throws IOException {
        assertThat(Openings.read(new StringReader("# nothing\n\nOne | e4 e5\n")).all())
                .hasSize(1);
        assertThatThrownBy(() -> Openings.read(new StringReader("One | e4\nTwo | e4 Ke3\n")))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageStartingWith("row 2: ");
        assertThatThrownBy(() -> Openings.read(new StringReader("no bar here\n")))
                .hasMessageContaining("row 1: a name, a bar and moves");
        assertThatThrownBy(() -> Openings.read(new StringReader("One | d4 d5 c4\nTwo | c4 d5 d4\n")))
                .hasMessageContaining("row 2: Two leads to the same position as One");
        assertThatThrownBy(() -> Openings.read(new StringReader("One | \n"))).hasMessageContaining("no moves");
    }
}
