package org.zeroply.desktop.kit;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.zeroply.gametree.GameDate;

/** Days and times as they are typed and shown. */
public final class DayField {
    private static final Pattern TIME = Pattern.compile("(\\d{1,2})(?:[:.h]\\s*(\\d{2})?)?|(\\d{1,2})(\\d{2})");
    private static final Pattern DAY_AND_MONTH = Pattern.compile("(\\d{1,2})\\.(\\d{1,2})\\.?");
    private static final Pattern IN_DAYS = Pattern.compile("\\+(\\d{1,3})");

    private DayField() {}

    /** A day: a whole date in any usual way, a day and a month, or +7 for a week on; empty if it is none, or two. */
    public static Optional<LocalDate> day(String text, LocalDate today) {
        String bare = text.strip();
        Matcher in = IN_DAYS.matcher(bare);
        if (in.matches()) {
            return Optional.of(today.plusDays(Integer.parseInt(in.group(1))));
        }
        Matcher dayAndMonth = DAY_AND_MONTH.matcher(bare);
        try {
            if (dayAndMonth.matches()) {
                LocalDate day = LocalDate.of(
                        today.getYear(),
                        Integer.parseInt(dayAndMonth.group(2)),
                        Integer.parseInt(dayAndMonth.group(1)));
                return Optional.of(day.isBefore(today.minusMonths(6)) ? day.plusYears(1) : day);
            }
        } catch (DateTimeException none) {
            return Optional.empty();
        }
        List<GameDate> read = GameDate.read(bare);
        return read.size() == 1 && read.getFirst().day() > 0
                ? Optional.of(LocalDate.of(
                        read.getFirst().year(),
                        read.getFirst().month(),
                        read.getFirst().day()))
                : Optional.empty();
    }

    /** A time of day such as 17:00, 17.30, 17 or 1730. */
    public static Optional<LocalTime> time(String text) {
        Matcher matcher = TIME.matcher(text.strip());
        if (!matcher.matches()) {
            return Optional.empty();
        }
        String hour = matcher.group(1) == null ? matcher.group(3) : matcher.group(1);
        String minute = matcher.group(1) == null ? matcher.group(4) : matcher.group(2);
        try {
            return Optional.of(LocalTime.of(Integer.parseInt(hour), minute == null ? 0 : Integer.parseInt(minute)));
        } catch (DateTimeException none) {
            return Optional.empty();
        }
    }

    /** As it is shown and typed: 12 Jan 2027. */
    public static String shown(LocalDate day) {
        return new GameDate(day.getYear(), day.getMonthValue(), day.getDayOfMonth()).shown();
    }

    /** With the day of the week: Tuesday, 12 January. */
    public static String weekday(LocalDate day) {
        return Texts.of(
                "day.named",
                Texts.of("day." + day.getDayOfWeek()),
                day.getDayOfMonth(),
                Texts.of("month." + day.getMonth()));
    }

    public static String shown(LocalTime time) {
        return String.format(Locale.ROOT, "%d:%02d", time.getHour(), time.getMinute());
    }
}
