package org.zeroply.opening;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.zeroply.notation.Language;
import org.zeroply.notation.LineReader;
import org.zeroply.notation.LineReading;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/**
 * A catalogue of named opening positions. A game is placed by the last of its positions that has a name, by whatever order
 * of moves it came there.
 */
public final class Openings {
    private static final String RESOURCE = "catalogue.txt";

    /** Every name with its moves, by the key of the position they lead to. */
    private final Map<Long, Named> byPosition = new HashMap<>();

    private static final class Shipped {
        static final Openings CATALOGUE = shipped();
    }

    /** A row of the catalogue. */
    public record Named(String name, List<Move> moves) {
        public Named {
            moves = List.copyOf(moves);
        }
    }

    /**
     * Where a game stands in the catalogue.
     *
     * @param name of the last position that has one
     * @param ply half-moves from the start of the line to that position
     */
    public record Place(String name, int ply) {}

    private Openings() {}

    /** The catalogue of the product, read when it is first asked for. */
    public static Openings catalogue() {
        return Shipped.CATALOGUE;
    }

    private static Openings shipped() {
        InputStream in = Objects.requireNonNull(Openings.class.getResourceAsStream(RESOURCE), RESOURCE);
        try (Reader reader = new InputStreamReader(in, StandardCharsets.UTF_8)) {
            return read(reader);
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    /**
     * Reads a catalogue: rows of a name, a bar and moves from the initial position; rows with # are remarks.
     *
     * @throws IllegalArgumentException if a row is not like that, naming the row
     */
    public static Openings read(Reader reader) throws IOException {
        Openings openings = new Openings();
        LineReader moves = new LineReader(Language.ENGLISH);
        BufferedReader rows = new BufferedReader(reader);
        int number = 0;
        for (String row = rows.readLine(); row != null; row = rows.readLine()) {
            number++;
            if (row.isBlank() || row.startsWith("#")) {
                continue;
            }
            int bar = row.indexOf('|');
            if (bar < 1) {
                throw new IllegalArgumentException("row " + number + ": a name, a bar and moves, was: " + row);
            }
            switch (moves.read(Position.START, row.substring(bar + 1).strip())) {
                case LineReading.Read read -> openings.add(row.substring(0, bar).strip(), read.moves(), number);
                case LineReading.Refused refused ->
                    throw new IllegalArgumentException("row " + number + ": " + refused.reason() + ": " + row);
            }
        }
        return openings;
    }

    private void add(String name, List<Move> moves, int row) {
        if (moves.isEmpty()) {
            throw new IllegalArgumentException("row " + row + ": no moves");
        }
        Position end = Position.START.playAll(moves);
        Named before = byPosition.putIfAbsent(end.key(), new Named(name, moves));
        if (before != null) {
            throw new IllegalArgumentException(
                    "row " + row + ": " + name + " leads to the same position as " + before.name());
        }
    }

    /** All rows, in no order. */
    public List<Named> all() {
        return List.copyOf(byPosition.values());
    }

    /** The name of a position, if it has one. */
    public Optional<String> name(Position position) {
        return Optional.ofNullable(byPosition.get(position.key())).map(Named::name);
    }

    /**
     * Places a line of positions.
     *
     * @param line from its start on; one that does not begin in the initial position is placed where it joins a known one
     */
    public Optional<Place> place(List<Position> line) {
        for (int ply = line.size() - 1; ply >= 0; ply--) {
            Optional<String> name = name(line.get(ply));
            if (name.isPresent()) {
                return Optional.of(new Place(name.get(), ply));
            }
        }
        return Optional.empty();
    }
}
