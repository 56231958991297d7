package org.zeroply.asking;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/** What was found, for machines: values, lists, and named values in their order. */
public sealed interface Fact {
    record Text(String text) implements Fact {}

    record Whole(long number) implements Fact {}

    record Real(double number) implements Fact {}

    record Truth(boolean holds) implements Fact {}

    record Many(List<Fact> facts) implements Fact {
        public Many {
            facts = List.copyOf(facts);
        }
    }

    /** Named values in the order in which they were said. */
    record Named(Map<String, Fact> facts) implements Fact {
        public Named {
            facts = new LinkedHashMap<>(facts);
        }

        public static Named none() {
            return new Named(Map.of());
        }

        public Named with(String name, Fact fact) {
            Map<String, Fact> next = new LinkedHashMap<>(facts);
            next.put(name, fact);
            return new Named(next);
        }

        public Named with(String name, String text) {
            return with(name, new Text(text));
        }

        public Named with(String name, long number) {
            return with(name, new Whole(number));
        }

        public Named with(String name, boolean holds) {
            return with(name, new Truth(holds));
        }
    }

    static Named named(String name, String text) {
        return Named.none().with(name, text);
    }

    static Many texts(List<String> texts) {
        return new Many(texts.stream().<Fact>map(Text::new).toList());
    }

    /** The moves of a line by their English names. */
    static Many moves(Position start, List<Move> moves) {
        List<String> names = new ArrayList<>();
        Position position = start;
        for (Move move : moves) {
            names.add(San.write(position, move));
            position = position.play(move);
        }
        return texts(names);
    }
}
