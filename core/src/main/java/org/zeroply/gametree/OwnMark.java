package org.zeroply.gametree;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import org.zeroply.rules.Square;

/**
 * Something that a coach drew on the board. It stands in a comment as {@code [%drawn kind|pencil|squares|tag]}, such as
 * {@code [%drawn path|amber|d2 b3 c5|]}; see {@link Fields}.
 *
 * @param squares one for a ring, a hatch or a tag; where it comes from and what it hits for a threat; where it starts and
 *     its stops for a path; all of its squares for a region
 * @param tag a letter or figure; empty for all but tags
 */
public record OwnMark(Kind kind, Pencil pencil, List<Square> squares, String tag) {
    /** The name of the command. */
    static final String COMMAND = "drawn";

    private static final int LONGEST_TAG = 2;

    public enum Kind {
        RING,
        HATCH,
        TAG,
        /** A dotted path with numbered stops. */
        PATH,
        /** A broken line that ends in a bar. */
        THREAT,
        /** Squares that belong together, outlined. */
        REGION
    }

    /** The shape says what is meant; the pencil only tells marks apart. */
    public enum Pencil {
        INK,
        AMBER,
        INDIGO,
        BRICK
    }

    public OwnMark {
        squares = List.copyOf(squares);
        tag = tag.strip();
        int count = squares.size();
        boolean fits = switch (kind) {
            case RING, HATCH, TAG -> count == 1;
            case THREAT -> count == 2;
            case PATH -> count >= 2;
            case REGION -> count >= 1;
        };
        if (!fits) {
            throw new IllegalArgumentException("a mark of kind " + kind + " has not " + count + " squares");
        }
        if (kind == Kind.TAG ? tag.isEmpty() || tag.length() > LONGEST_TAG : !tag.isEmpty()) {
            throw new IllegalArgumentException("a tag has one or two letters, and nothing else has any: '" + tag + "'");
        }
    }

    /** A mark on one square. */
    public static OwnMark on(Kind kind, Pencil pencil, Square square) {
        return new OwnMark(kind, pencil, List.of(square), "");
    }

    public static OwnMark tag(Pencil pencil, Square square, String letter) {
        return new OwnMark(Kind.TAG, pencil, List.of(square), letter);
    }

    /** A path or a threat along squares. */
    public static OwnMark along(Kind kind, Pencil pencil, Square... squares) {
        return new OwnMark(kind, pencil, Arrays.asList(squares), "");
    }

    /** As it stands in a comment. */
    public Command command() {
        return Fields.command(COMMAND, key(kind), key(pencil), words(squares), tag);
    }

    private static String key(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT);
    }

    private static String words(List<Square> squares) {
        return squares.stream().map(Square::toString).collect(Collectors.joining(" "));
    }

    /** Reads one; empty for a command that is not one of ours. */
    public static Optional<OwnMark> of(Command command) {
        return Fields.of(command, COMMAND, 4).flatMap(OwnMark::read);
    }

    private static Optional<OwnMark> read(List<String> fields) {
        Optional<Kind> kind = named(Kind.values(), fields.get(0));
        Optional<Pencil> pencil = named(Pencil.values(), fields.get(1));
        List<Square> squares = new ArrayList<>();
        for (String name : fields.get(2).split(" ")) {
            Square square = Square.parse(name);
            if (square == null) {
                return Optional.empty();
            }
            squares.add(square);
        }
        if (kind.isEmpty() || pencil.isEmpty()) {
            return Optional.empty();
        }
        try {
            return Optional.of(new OwnMark(kind.get(), pencil.get(), squares, fields.get(3)));
        } catch (IllegalArgumentException notOurs) {
            return Optional.empty();
        }
    }

    private static <E extends Enum<E>> Optional<E> named(E[] values, String key) {
        return Arrays.stream(values).filter(each -> key(each).equals(key)).findFirst();
    }

    // ---- drawing

    /**
     * The marks after one more was drawn: the same one drawn again goes away, drawn with another pencil it changes to that
     * one. A region grows and shrinks square by square; a path that begins where the last one of its pencil ends goes on
     * with it; a square has one tag.
     */
    public static List<OwnMark> drawn(List<OwnMark> marks, OwnMark next) {
        List<OwnMark> all = new ArrayList<>(marks);
        if (all.remove(next)) {
            return List.copyOf(all);
        }
        switch (next.kind) {
            case REGION -> region(all, next);
            case PATH -> path(all, next);
            case RING, HATCH, TAG, THREAT -> {
                all.removeIf(each -> each.kind == next.kind && each.squares.equals(next.squares));
                all.add(next);
            }
        }
        return List.copyOf(all);
    }

    private static void region(List<OwnMark> all, OwnMark next) {
        for (int i = 0; i < all.size(); i++) {
            OwnMark mark = all.get(i);
            if (mark.kind == Kind.REGION && mark.pencil == next.pencil) {
                List<Square> squares = new ArrayList<>(mark.squares);
                for (Square square : next.squares) {
                    if (!squares.remove(square)) {
                        squares.add(square);
                    }
                }
                all.remove(i);
                if (!squares.isEmpty()) {
                    all.add(i, new OwnMark(Kind.REGION, next.pencil, squares, ""));
                }
                return;
            }
        }
        all.add(next);
    }

    private static void path(List<OwnMark> all, OwnMark next) {
        for (int i = all.size() - 1; i >= 0; i--) {
            OwnMark mark = all.get(i);
            if (mark.kind == Kind.PATH
                    && mark.pencil == next.pencil
                    && mark.squares.getLast() == next.squares.getFirst()) {
                List<Square> squares = new ArrayList<>(mark.squares);
                squares.addAll(next.squares.subList(1, next.squares.size()));
                all.set(i, new OwnMark(Kind.PATH, next.pencil, squares, ""));
                return;
            }
        }
        all.add(next);
    }

    /** The tag that comes next after those on the board: the first letter that none of them has. */
    public static String nextTag(List<OwnMark> marks) {
        for (char letter = 'a'; letter <= 'z'; letter++) {
            String tag = String.valueOf(letter);
            if (marks.stream().noneMatch(mark -> mark.tag.equals(tag))) {
                return tag;
            }
        }
        return "a";
    }
}
