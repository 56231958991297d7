package org.zeroply.search;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * The numbers of the evaluation and of the curve from evaluation to expected score. They stand in {@code weights.txt}
 * beside this class: rows of a name and its pairs, middlegame/ending, in hundredths of a pawn; rows with # say where the
 * numbers come from.
 *
 * <p>In memory a weight is one int, the ending's part in the upper half, so that one addition adds both.
 */
public final class Weights {
    /** The weights that the product ships. */
    public static final Weights SHIPPED = shipped();

    private final int[] packed;
    private final double scale;
    private final int version;

    private Weights(int[] packed, double scale, int version) {
        this.packed = packed;
        this.scale = scale;
        this.version = version;
    }

    static int pack(int middlegame, int ending) {
        return (ending << 16) + middlegame;
    }

    static int middlegame(int packed) {
        return (short) packed;
    }

    static int ending(int packed) {
        return packed + 0x8000 >> 16;
    }

    /** The weights, to be read only. */
    int[] packed() {
        return packed;
    }

    /**
     * How many hundredths of a pawn multiply the odds of the expected score by e: the one number of the curve
     * 1 / (1 + exp(-evaluation / scale)).
     */
    public double scale() {
        return scale;
    }

    /** Names these numbers: verdicts that other numbers gave are not reused. */
    public int version() {
        return version;
    }

    /** All numbers in one row, the middlegame part of every weight and then the ending part of every weight. */
    public int[] numbers() {
        int[] numbers = new int[2 * Term.COUNT];
        for (int i = 0; i < Term.COUNT; i++) {
            numbers[i] = middlegame(packed[i]);
            numbers[Term.COUNT + i] = ending(packed[i]);
        }
        return numbers;
    }

    /** Weights with other numbers, in the order of {@link #numbers}, and another curve. */
    public Weights with(int[] numbers, double newScale) {
        if (numbers.length != 2 * Term.COUNT) {
            throw new IllegalArgumentException("there are " + 2 * Term.COUNT + " numbers, not " + numbers.length);
        }
        int[] fresh = new int[Term.COUNT];
        for (int i = 0; i < Term.COUNT; i++) {
            fresh[i] = pack(numbers[i], numbers[Term.COUNT + i]);
        }
        return new Weights(fresh, newScale, Arrays.hashCode(fresh) ^ Double.hashCode(newScale));
    }

    /** As {@link #read} takes them. */
    public String text(List<String> remarks) {
        StringBuilder text = new StringBuilder();
        remarks.forEach(remark -> text.append("# ").append(remark).append('\n'));
        text.append("scale ").append(scale).append('\n');
        for (Term term : Term.values()) {
            text.append(term.label());
            for (int i = 0; i < term.size(); i++) {
                int weight = packed[term.offset() + i];
                text.append(' ').append(middlegame(weight)).append('/').append(ending(weight));
            }
            text.append('\n');
        }
        return text.toString();
    }

    private static Weights shipped() {
        try (InputStream stream = Weights.class.getResourceAsStream("weights.txt")) {
            if (stream == null) {
                throw new IllegalStateException("weights.txt is missing beside the calculator");
            }
            return read(new InputStreamReader(stream, StandardCharsets.UTF_8));
        } catch (IOException failure) {
            throw new UncheckedIOException(failure);
        }
    }

    /**
     * Reads weights; every term must be there with as many pairs as it has cases.
     *
     * @throws IllegalArgumentException naming the row that is wrong
     */
    public static Weights read(Reader reader) throws IOException {
        int[] packed = new int[Term.COUNT];
        List<String> missing = new ArrayList<>();
        for (Term term : Term.values()) {
            missing.add(term.label());
        }
        double scale = 0;
        try (BufferedReader rows = new BufferedReader(reader)) {
            for (String row = rows.readLine(); row != null; row = rows.readLine()) {
                if (row.isBlank() || row.startsWith("#")) {
                    continue;
                }
                String[] words = row.split(" ");
                if (words[0].equals("scale")) {
                    scale = Double.parseDouble(words[1]);
                } else {
                    readTerm(words, packed);
                    missing.remove(words[0]);
                }
            }
        }
        if (!missing.isEmpty() || scale <= 0) {
            throw new IllegalArgumentException("weights lack " + missing + " or a scale above 0");
        }
        return new Weights(packed, scale, Arrays.hashCode(packed) ^ Double.hashCode(scale));
    }

    private static void readTerm(String[] words, int[] packed) {
        for (Term term : Term.values()) {
            if (!term.label().equals(words[0])) {
                continue;
            }
            if (words.length != term.size() + 1) {
                throw new IllegalArgumentException(
                        words[0] + " wants " + term.size() + " pairs, has " + (words.length - 1));
            }
            for (int i = 0; i < term.size(); i++) {
                String[] pair = words[i + 1].split("/");
                packed[term.offset() + i] = pack(Integer.parseInt(pair[0]), Integer.parseInt(pair[1]));
            }
            return;
        }
        throw new IllegalArgumentException("there is no term " + words[0]);
    }
}
