package org.zeroply.repertoire;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.UnaryOperator;
import org.zeroply.notation.San;
import org.zeroply.repertoire.Repertoire.Adding;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

/** Repertoires out of lines as a coach would type them. */
final class Trees {
    private Trees() {}

    static Repertoire of(Side side, String... lines) {
        Repertoire repertoire = Repertoire.empty(side);
        for (String line : lines) {
            repertoire = with(repertoire, line);
        }
        return repertoire;
    }

    static Repertoire with(Repertoire repertoire, String line) {
        Adding adding = repertoire.addLine(Repertoire.ROOT, moves(Position.START, line));
        assertThat(adding).as(line).isInstanceOf(Adding.Added.class);
        return ((Adding.Added) adding).repertoire();
    }

    static Move move(String coordinates) {
        return Objects.requireNonNull(Move.parse(coordinates), coordinates);
    }

    static List<Move> moves(Position start, String line) {
        List<Move> moves = new ArrayList<>();
        Position position = start;
        for (String name : line.isBlank() ? new String[0] : line.split(" ")) {
            Move move = Objects.requireNonNull(San.read(position, name), name);
            moves.add(move);
            position = position.play(move);
        }
        return moves;
    }

    static List<Position> positions(String line) {
        List<Position> positions = new ArrayList<>(List.of(Position.START));
        for (Move move : moves(Position.START, line)) {
            positions.add(positions.getLast().play(move));
        }
        return positions;
    }

    /** The node at the end of a line. */
    static Repertoire.Node end(Repertoire repertoire, String line) {
        return repertoire.at(positions(line).getLast()).orElseThrow();
    }

    /** The last edge of a line. */
    static Edge edge(Repertoire repertoire, String line) {
        List<Position> positions = positions(line);
        Repertoire.Node from =
                repertoire.at(positions.get(positions.size() - 2)).orElseThrow();
        return Objects.requireNonNull(from.edge(moves(Position.START, line).getLast()));
    }

    /** With something said of the last move of a line. */
    static Repertoire say(Repertoire repertoire, String line, UnaryOperator<Edge> change) {
        List<Position> positions = positions(line);
        int from =
                repertoire.at(positions.get(positions.size() - 2)).orElseThrow().id();
        return repertoire.with(from, change.apply(edge(repertoire, line)));
    }

    static Answer answer(Repertoire repertoire, String line) {
        return (Answer) edge(repertoire, line);
    }

    /** What games did after a line: moves with their numbers, all lost by White. */
    static Repertoire played(Repertoire repertoire, String line, Object... movesAndGames) {
        Repertoire.Node node = end(repertoire, line);
        List<Tally.Played> played = new ArrayList<>();
        for (int i = 0; i < movesAndGames.length; i += 2) {
            int games = (int) movesAndGames[i + 1];
            played.add(new Tally.Played(
                    moves(node.position(), (String) movesAndGames[i]).getFirst(), games, 0, 0, games));
        }
        return repertoire.withTallies(Map.of(node.id(), new Tally(played)));
    }
}
