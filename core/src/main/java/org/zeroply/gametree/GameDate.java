package org.zeroply.gametree;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The day of a game as far as it is known, read in the usual ways of writing it: 2026-3-14, 14.3.2026, 14/3/2026, 14 Mar 2026,
 * March 2026, 2026. With points the day comes first; with other signs a date that can be read in two ways is both.
 *
 * @param month 1 to 12; 0 if it is not known
 * @param day 1 to 31; 0 if it is not known
 */
public record GameDate(int year, int month, int day) {
    private static final Pattern NUMBERS =
            Pattern.compile("(\\d{1,4}|\\?{2,4})\\s*([./-])\\s*(\\d{1,2}|\\?\\?)(?:\\s*[./-]\\s*(\\d{1,4}|\\?{2,4}))?");
    private static final Pattern YEAR = Pattern.compile("\\d{4}");
    private static final Pattern NAMED =
            Pattern.compile("(?:(\\d{1,2})\\.?\\s+)?(\\p{L}{3,9})\\.?(?:\\s+(\\d{1,2}),?)?\\s+(\\d{4})");
    private static final List<String> MONTHS =
            List.of("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec");

    /** Years of two digits from here on are of the century before this one. */
    private static final int LAST_CENTURY = 70;

    private static final int FIRST_YEAR = 1000;
    private static final String UNKNOWN = "??";

    public GameDate {
        if (year < FIRST_YEAR || year > 9999) {
            throw new IllegalArgumentException("there is no year " + year);
        }
        if (month == 0 ? day != 0 : month < 0 || month > 12) {
            throw new IllegalArgumentException("there is no month " + month);
        }
        if (day != 0) {
            try {
                LocalDate.of(year, month, day);
            } catch (DateTimeException none) {
                throw new IllegalArgumentException("there is no day " + day, none);
            }
        }
    }

    /** Every date that a text can mean: none if it is no date, several if it does not say which. */
    public static List<GameDate> read(String text) {
        String bare = text.strip();
        if (YEAR.matcher(bare).matches()) {
            return valid(bare, UNKNOWN, UNKNOWN);
        }
        Matcher named = NAMED.matcher(bare);
        if (named.matches()) {
            int month = MONTHS.indexOf(named.group(2).substring(0, 3).toLowerCase(Locale.ROOT)) + 1;
            String day = named.group(1) == null ? named.group(3) : named.group(1);
            boolean isOneDay = named.group(1) == null || named.group(3) == null;
            return month == 0 || !isOneDay
                    ? List.of()
                    : valid(named.group(4), Integer.toString(month), day == null ? UNKNOWN : day);
        }
        Matcher numbers = NUMBERS.matcher(bare);
        if (!numbers.matches()) {
            return List.of();
        }
        String first = numbers.group(1);
        String second = numbers.group(3);
        String third = numbers.group(4);
        if (third == null) {
            return first.length() == 4 ? valid(first, second, UNKNOWN) : List.of();
        }
        if (first.length() == 4) {
            return valid(first, second, third);
        }
        Set<GameDate> meant = new LinkedHashSet<>(valid(third, second, first));
        boolean isDayFirst = numbers.group(2).equals(".");
        if (!isDayFirst) {
            meant.addAll(valid(third, first, second));
        }
        if (!isDayFirst && third.length() < 3) {
            meant.addAll(valid(first, second, third));
        }
        return List.copyOf(meant);
    }

    /** The date, if there is one; question marks stand for what is not known. */
    private static List<GameDate> valid(String year, String month, String day) {
        try {
            int years = Integer.parseInt(year);
            if (year.length() <= 2) {
                years += years < LAST_CENTURY ? 2000 : 1900;
            }
            int months = number(month);
            return List.of(new GameDate(years, months, months == 0 ? 0 : number(day)));
        } catch (IllegalArgumentException none) {
            return List.of();
        }
    }

    private static int number(String text) {
        if (text.startsWith("?")) {
            return 0;
        }
        int number = Integer.parseInt(text);
        if (number == 0) {
            throw new IllegalArgumentException("days and months count from 1");
        }
        return number;
    }

    /** As a tag of PGN has it: 2026.03.14, with question marks for what is not known. */
    public String pgn() {
        return String.format(Locale.ROOT, "%04d.%s.%s", year, two(month), two(day));
    }

    private static String two(int number) {
        return number == 0 ? "??" : String.format(Locale.ROOT, "%02d", number);
    }

    /** As it is shown everywhere, and sorts: 2026-03-14, 2026-03 or 2026. */
    public String shown() {
        List<String> parts = new ArrayList<>(List.of(String.format(Locale.ROOT, "%04d", year)));
        if (month != 0) {
            parts.add(two(month));
        }
        if (day != 0) {
            parts.add(two(day));
        }
        return String.join("-", parts);
    }

    /** The date of a tag as it is shown everywhere; a text that is none, or does not say which, as it stands. */
    public static String shown(String tag) {
        List<GameDate> meant = read(tag);
        return meant.size() == 1 ? meant.getFirst().shown() : tag;
    }
}
