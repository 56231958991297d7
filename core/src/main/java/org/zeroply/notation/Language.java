package org.zeroply.notation;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.PieceType;
import org.zeroply.words.Words;

/** The letters by which a language names the pieces in its notation, and the figurines, which are everybody's. */
public enum Language {
    ENGLISH("N", "B", "R", "Q", "K"),
    GERMAN("S", "L", "T", "D", "K"),
    FRENCH("C", "F", "T", "D", "R"),
    SPANISH("C", "A", "T", "D", "R"),
    DUTCH("P", "L", "T", "D", "K"),
    ITALIAN("C", "A", "T", "D", "R"),
    POLISH("S", "G", "W", "H", "K"),
    RUSSIAN("К", "С", "Л", "Ф", "Кр"),
    FIGURINES("♘", "♗", "♖", "♕", "♔");

    /** From knight to king; never changed. */
    @SuppressWarnings("ImmutableEnumChecker")
    private final List<String> letters;

    Language(String... letters) {
        this.letters = List.of(letters);
    }

    /** What stands for a piece; empty for a pawn. */
    public String letter(PieceType type) {
        return type == PieceType.PAWN ? "" : letters.get(type.ordinal() - 1);
    }

    /** The language's own name. */
    public String title() {
        return Words.of("language." + name());
    }

    /** The code of the language in files: that of ISO 639, and {@code fig} for the figurines. */
    public String code() {
        return switch (this) {
            case ENGLISH -> "en";
            case GERMAN -> "de";
            case FRENCH -> "fr";
            case SPANISH -> "es";
            case DUTCH -> "nl";
            case ITALIAN -> "it";
            case POLISH -> "pl";
            case RUSSIAN -> "ru";
            case FIGURINES -> "fig";
        };
    }

    /** The language of a code; empty if there is none. */
    public static Optional<Language> ofCode(String code) {
        return Arrays.stream(values())
                .filter(each -> each.code().equalsIgnoreCase(code.strip()))
                .findFirst();
    }

    /** A piece found at the beginning of a text, and how many characters name it. */
    record Found(PieceType type, int length) {}

    /** The piece that a text begins with, the longest name first; null if it begins with none. */
    @Nullable
    Found at(String text, boolean ignoreCase) {
        Found found = null;
        for (PieceType type : PieceType.values()) {
            String letter = letter(type);
            if (type != PieceType.PAWN
                    && text.regionMatches(ignoreCase, 0, letter, 0, letter.length())
                    && (found == null || letter.length() > found.length())) {
                found = new Found(type, letter.length());
            }
        }
        return found;
    }
}
