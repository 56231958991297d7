package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;

/** What is different between ways to go on, in sentences: "After 14...Nb4 Black's pawn on c6 hangs; after 14...Nc7 not." */
public final class Contrast {
    private final List<Comparison.Way> ways;
    private final List<String> names;

    private Contrast(List<Comparison.Way> ways, List<String> names) {
        this.ways = ways;
        this.names = names;
    }

    /** A sentence about one factor. */
    public record Sentence(Factor factor, String text) {}

    /**
     * The sentences of some factors, those first that say what stands how, in the order of the factors; then figures.
     *
     * @param factors of the comparison, as far as they are told
     * @param names of the ways, in their order
     */
    public static List<Sentence> of(Comparison comparison, List<Factor> factors, List<String> names) {
        Contrast contrast = new Contrast(comparison.ways(), names);
        List<Sentence> sentences = new ArrayList<>();
        factors.forEach(factor -> contrast.tell(factor, sentences));
        sentences.sort(Comparator.comparing((Sentence sentence) -> !hasState(sentence.factor())));
        return sentences;
    }

    private static boolean hasState(Factor factor) {
        return Words.has("state." + factor);
    }

    private void tell(Factor factor, List<Sentence> sentences) {
        if (factor == Factor.IMBALANCE) {
            List<String> parts = IntStream.range(0, ways.size())
                    .mapToObj(way -> Words.of(
                            "contrast.whole",
                            names.get(way),
                            ways.get(way).ledger().entry(factor).explanation()))
                    .toList();
            sentences.add(new Sentence(factor, sentence(factor.title() + " " + String.join("; ", parts))));
            return;
        }
        for (Side side : Side.values()) {
            if (hasState(factor)) {
                states(factor, side).forEach(text -> sentences.add(new Sentence(factor, text)));
            } else {
                figures(factor, side, sentences);
            }
        }
    }

    private Value value(int way, Factor factor, Side side) {
        return ways.get(way).ledger().entry(factor).of(side).value();
    }

    /** What stands so after some of the ways and not after the others, together what stands so after the same ones. */
    private List<String> states(Factor factor, Side side) {
        Map<List<Integer>, SquareSet> byWays = new LinkedHashMap<>();
        SquareSet all = SquareSet.NONE;
        for (int way = 0; way < ways.size(); way++) {
            all = all.or(squares(way, factor, side).squares());
        }
        for (Square square : all) {
            List<Integer> those = IntStream.range(0, ways.size())
                    .filter(way -> squares(way, factor, side).squares().contains(square))
                    .boxed()
                    .toList();
            if (those.size() < ways.size()) {
                byWays.merge(those, SquareSet.of(square), SquareSet::or);
            }
        }
        List<String> sentences = new ArrayList<>();
        byWays.forEach((those, men) -> {
            List<String> others = IntStream.range(0, ways.size())
                    .filter(way -> !those.contains(way))
                    .mapToObj(names::get)
                    .toList();
            String subject = Words.of(
                    "contrast.men",
                    Words.of("side." + side),
                    squares(those.getFirst(), factor, side).inWords(men, "contrast.pawns"));
            sentences.add(Words.of(
                    "contrast.only",
                    Lists.inWords(those.stream().map(names::get).toList()),
                    Words.of("state." + factor, subject, men.size()),
                    Lists.inWords(others)));
        });
        return sentences;
    }

    private Value.Squares squares(int way, Factor factor, Side side) {
        return value(way, factor, side) instanceof Value.Squares squares ? squares : new Value.Squares(SquareSet.NONE);
    }

    /** The figures after each way, where they are not all the same. */
    private void figures(Factor factor, Side side, List<Sentence> sentences) {
        Map<String, List<String>> byFigure = new LinkedHashMap<>();
        for (int way = 0; way < ways.size(); way++) {
            Value value = value(way, factor, side);
            byFigure.computeIfAbsent(value.isNothing() ? Words.of("none") : value.text(), any -> new ArrayList<>())
                    .add(names.get(way));
        }
        if (byFigure.size() > 1) {
            List<String> parts = new ArrayList<>();
            byFigure.forEach((figure, after) -> parts.add(Words.of("contrast.figure", figure, Lists.inWords(after))));
            sentences.add(new Sentence(
                    factor,
                    sentence(Words.of(
                            "contrast.figures", factor.title(), Words.of("side." + side), String.join(", ", parts)))));
        }
    }

    private static String sentence(String text) {
        return text.endsWith(".") ? text : text + ".";
    }
}
