package org.zeroply.store;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.GameDate;
import org.zeroply.gametree.GameResult;
import org.zeroply.rules.Side;

/**
 * Which games of a workbook are wanted. Empty texts, zeros and nulls ask nothing. Words are found by their beginnings,
 * whatever their case and accents; several words must all occur.
 *
 * @param words anywhere: names, event, site, date, result, opening, notes
 * @param player words of one player's name
 * @param side which side that player has; null for either
 * @param opponent words of the other player's name
 * @param event words of the event or the site
 * @param from the first date, {@code 2026}, {@code 2026-03} or {@code 2026-03-14}; see {@link #dateOf}
 * @param to the last date, likewise; games that may be within are
 * @param fewestMoves at least so many moves (not half-moves)
 * @param mostMoves at most so many moves; 0 for any number
 * @param opening words of the opening as the game's tags name it
 * @param reached only these games, such as those that reached a position
 * @param ratings which ratings both players must have
 */
public record GameFilter(
        String words,
        String player,
        @Nullable Side side,
        String opponent,
        String event,
        String from,
        String to,
        @Nullable GameResult result,
        int fewestMoves,
        int mostMoves,
        String opening,
        @Nullable Reached reached,
        Ratings ratings) {
    public static final GameFilter ALL = new GameFilter("", "", null, "", "", "", "", null, 0, 0, "", null);

    /** From one rating to another; a bound of 0 is none. A game whose ratings are not known is in no band with a bound. */
    public record Ratings(int lowest, int highest) {
        public static final Ratings ANY = new Ratings(0, 0);

        public Ratings {
            if (lowest < 0 || highest < 0 || highest > 0 && highest < lowest) {
                throw new IllegalArgumentException(
                        "ratings must go from low to high, were " + lowest + " to " + highest);
            }
        }
    }

    /** Games of players of any rating. */
    public GameFilter(
            String words,
            String player,
            @Nullable Side side,
            String opponent,
            String event,
            String from,
            String to,
            @Nullable GameResult result,
            int fewestMoves,
            int mostMoves,
            String opening,
            @Nullable Reached reached) {
        this(
                words,
                player,
                side,
                opponent,
                event,
                from,
                to,
                result,
                fewestMoves,
                mostMoves,
                opening,
                reached,
                Ratings.ANY);
    }

    /** Only words, anywhere. */
    public static GameFilter words(String words) {
        return new GameFilter(words, "", null, "", "", "", "", null, 0, 0, "", null);
    }

    /** All games of a player. */
    public static GameFilter player(String name, @Nullable Side side) {
        return new GameFilter("", name, side, "", "", "", "", null, 0, 0, "", null);
    }

    public GameFilter withWords(String other) {
        return new GameFilter(
                other,
                player,
                side,
                opponent,
                event,
                from,
                to,
                result,
                fewestMoves,
                mostMoves,
                opening,
                reached,
                ratings);
    }

    public GameFilter withReached(@Nullable Reached other) {
        return new GameFilter(
                words,
                player,
                side,
                opponent,
                event,
                from,
                to,
                result,
                fewestMoves,
                mostMoves,
                opening,
                other,
                ratings);
    }

    public GameFilter withRatings(Ratings other) {
        return new GameFilter(
                words,
                player,
                side,
                opponent,
                event,
                from,
                to,
                result,
                fewestMoves,
                mostMoves,
                opening,
                reached,
                other);
    }

    /** Whether a text is a date that can be looked for, see {@link GameDate}. */
    public static boolean isDate(String text) {
        return !GameDate.read(text).isEmpty();
    }

    /** A date as PGN writes it, as far as it is given; a text that is no date gives an empty one. */
    public static String dateOf(String text) {
        return GameDate.read(text).stream()
                .findFirst()
                .map(date -> date.shown().replace('-', '.'))
                .orElse("");
    }

    /** A condition of a query with its values in order. */
    record Sql(String condition, List<Object> values) {}

    /** The condition on the columns of the table of games; words and {@link #reached} are left to the caller. */
    Sql sql() {
        List<String> conditions = new ArrayList<>(List.of("hidden = 0"));
        List<Object> values = new ArrayList<>();
        if (!dateOf(from).isEmpty()) {
            conditions.add("date >= ?");
            values.add(dateOf(from));
        }
        if (!dateOf(to).isEmpty()) {
            conditions.add("date <> '' and date <= ?");
            values.add(dateOf(to) + '~');
        }
        if (result != null) {
            conditions.add("result = ?");
            values.add(result.text());
        }
        if (fewestMoves > 0) {
            conditions.add("plies >= ?");
            values.add(2 * fewestMoves - 1);
        }
        if (mostMoves > 0) {
            conditions.add("plies <= ?");
            values.add(2 * mostMoves);
        }
        for (String column : List.of("white_rating", "black_rating")) {
            if (ratings.lowest() > 0) {
                conditions.add(column + " >= ?");
                values.add(ratings.lowest());
            }
            if (ratings.highest() > 0) {
                conditions.add(column + " between 1 and ?");
                values.add(ratings.highest());
            }
        }
        return new Sql(String.join(" and ", conditions), values);
    }

    /** The words as the full-text index is asked for them; empty if there are none. */
    String match() {
        String byPlayers = switch (side) {
            case WHITE -> both(in("white", player), in("black", opponent), " AND ");
            case BLACK -> both(in("black", player), in("white", opponent), " AND ");
            case null -> {
                String oneWay = both(in("white", player), in("black", opponent), " AND ");
                String otherWay = both(in("black", player), in("white", opponent), " AND ");
                yield oneWay.isEmpty() ? "" : "((" + oneWay + ") OR (" + otherWay + "))";
            }
        };
        String rest = both(in("event site", event), in("opening", opening), " AND ");
        return both(both(in("", words), byPlayers, " AND "), rest, " AND ");
    }

    private static String both(String one, String other, String between) {
        return one.isEmpty() ? other : other.isEmpty() ? one : one + between + other;
    }

    /** The question for words in some columns, or in any if none are named; empty if there are no words. */
    static String in(String columns, String text) {
        String all = Stream.of(text.toLowerCase(Locale.ROOT).split("\\s+"))
                .filter(word -> word.codePoints().anyMatch(Character::isLetterOrDigit))
                .map(word -> '"' + word.replace("\"", "") + "\" *")
                .collect(Collectors.joining(" AND "));
        return all.isEmpty() || columns.isEmpty() ? all : '{' + columns + "} : (" + all + ')';
    }
}
