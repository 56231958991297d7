package org.zeroply.store;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.time.temporal.TemporalAmount;
import java.time.zone.ZoneRules;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.data.CalendarOutputter;
import net.fortuna.ical4j.data.ParserException;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.Component;
import net.fortuna.ical4j.model.DateList;
import net.fortuna.ical4j.model.ParameterList;
import net.fortuna.ical4j.model.Property;
import net.fortuna.ical4j.model.Recur;
import net.fortuna.ical4j.model.TimeZone;
import net.fortuna.ical4j.model.TimeZoneRegistry;
import net.fortuna.ical4j.model.TimeZoneRegistryFactory;
import net.fortuna.ical4j.model.component.CalendarComponent;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.component.VToDo;
import net.fortuna.ical4j.model.parameter.TzId;
import net.fortuna.ical4j.model.property.Description;
import net.fortuna.ical4j.model.property.DtStamp;
import net.fortuna.ical4j.model.property.DtStart;
import net.fortuna.ical4j.model.property.Due;
import net.fortuna.ical4j.model.property.ExDate;
import net.fortuna.ical4j.model.property.Location;
import net.fortuna.ical4j.model.property.ProdId;
import net.fortuna.ical4j.model.property.RRule;
import net.fortuna.ical4j.model.property.RecurrenceId;
import net.fortuna.ical4j.model.property.Summary;
import net.fortuna.ical4j.model.property.Uid;
import net.fortuna.ical4j.model.property.immutable.ImmutableVersion;
import net.fortuna.ical4j.util.CompatibilityHints;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.When;

/**
 * Calendar files as RFC 5545 has them. What goes out has the time zones in it; what comes in may be written by any other
 * program: repeats that are not simply weekly are written out for a year, and zones under other names are taken for the one
 * whose clocks go the same.
 */
public final class CalendarFile {
    /** A file that is larger is no calendar of lessons. */
    public static final int LARGEST = 20_000_000;

    private static final int MOST_WRITTEN_OUT = 400;
    private static final DateTimeFormatter LOCAL = DateTimeFormatter.ofPattern("yyyyMMdd'T'HHmmss", Locale.ROOT);
    private static final DateTimeFormatter UTC = DateTimeFormatter.ofPattern("yyyyMMdd'T'HHmmss'Z'", Locale.ROOT);

    private CalendarFile() {}

    // ---- out

    /**
     * Something with hours.
     *
     * @param uid the same for a series and for the times of it that were moved
     * @param when which may repeat, or stand for one time of a series
     */
    public record Timed(String uid, When when, String title, String text) {}

    /** Something with whole days, both included. */
    public record Days(String uid, LocalDate from, LocalDate to, String title, String place, String text) {}

    /** Something that is due on a day. */
    public record Todo(String uid, LocalDate due, String title, String text) {}

    /** A calendar as the text of a file. */
    public static String write(List<Timed> timed, List<Days> days, List<Todo> todos, Instant now) {
        Calendar calendar = new Calendar();
        calendar.add(new ProdId("-//Zero Ply//EN"));
        calendar.add(ImmutableVersion.VERSION_2_0);
        TimeZoneRegistry registry = TimeZoneRegistryFactory.getInstance().createRegistry();
        timed.stream()
                .map(each -> each.when().zone().getId())
                .distinct()
                .sorted()
                .map(registry::getTimeZone)
                .filter(zone -> zone != null)
                .forEach(zone -> calendar.add((CalendarComponent) zone.getVTimeZone()));
        timed.forEach(each -> calendar.add((CalendarComponent) event(each, now)));
        for (Days each : days) {
            VEvent event = new VEvent(each.from(), each.to().plusDays(1), each.title());
            told(event, each.uid(), each.text(), now);
            if (!each.place().isEmpty()) {
                event.add(new Location(each.place()));
            }
            calendar.add((CalendarComponent) event);
        }
        for (Todo each : todos) {
            VToDo todo = new VToDo();
            todo.add(new Summary(each.title()));
            todo.add(new Due<>(each.due()));
            told(todo, each.uid(), each.text(), now);
            calendar.add((CalendarComponent) todo);
        }
        StringWriter text = new StringWriter();
        try {
            new CalendarOutputter(false).output(calendar, text);
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
        return text.toString();
    }

    private static VEvent event(Timed timed, Instant now) {
        When when = timed.when();
        VEvent event = new VEvent();
        event.add(new DtStart<>(when.begins()));
        event.add(new net.fortuna.ical4j.model.property.Duration((TemporalAmount) Duration.ofMinutes(when.minutes())));
        event.add(new Summary(timed.title()));
        told(event, timed.uid(), timed.text(), now);
        When.Repeat repeat = when.repeat();
        if (repeat != null) {
            String until = UTC.format(when.at(repeat.until()).withZoneSameInstant(ZoneOffset.UTC));
            event.add(new RRule<>("FREQ=WEEKLY;INTERVAL=" + repeat.weeks() + ";UNTIL=" + until));
            List<ZonedDateTime> out =
                    new TreeSet<>(repeat.without()).stream().map(when::at).toList();
            if (!out.isEmpty()) {
                // The library names the zone of a single date, but not of a list.
                ParameterList zone =
                        new ParameterList(List.of(new TzId(when.zone().getId())));
                event.add(new ExDate<>(zone, new DateList<>(out)));
            }
        }
        When.Instead instead = when.instead();
        if (instead != null) {
            event.add(new RecurrenceId<>(when.at(instead.original())));
        }
        return event;
    }

    private static void told(CalendarComponent component, String uid, String text, Instant now) {
        component.removeAll(Property.DTSTAMP, Property.UID);
        component.add(new Uid(uid));
        component.add(new DtStamp(now));
        if (!text.isEmpty()) {
            component.add(new Description(text));
        }
    }

    // ---- in

    /**
     * A lesson of a calendar file.
     *
     * @param uid what the file knows it by; the same for a series and for its moved times
     * @param original the time of the series it stands for; null for what stands for itself
     */
    public record Incoming(
            String uid, String title, When when, @Nullable LocalDateTime original) {}

    /**
     * What was read.
     *
     * @param wholeDays entries without hours, left out
     * @param without those that have no time that can be read, left out
     * @param endless repeats without an end, which end after a year
     * @param zones names of time zones that are not known here, with what they were taken for
     */
    public record Contents(List<Incoming> lessons, int wholeDays, int without, int endless, Map<String, ZoneId> zones) {
        public Contents {
            lessons = List.copyOf(lessons);
            zones = Map.copyOf(zones);
        }
    }

    /** Why a file could not be read. */
    public static final class Unreadable extends Exception {
        private static final long serialVersionUID = 1;

        private final int line;

        Unreadable(int line) {
            this.line = line;
        }

        /** Where it was no calendar any more, from 1; 0 where that cannot be said. */
        public int line() {
            return line;
        }
    }

    /**
     * Reads the lessons of a calendar.
     *
     * @param here the zone for times that have none
     * @throws Unreadable if it is no calendar
     */
    public static Contents read(InputStream in, ZoneId here, LocalDate today) throws IOException, Unreadable {
        CompatibilityHints.setHintEnabled(CompatibilityHints.KEY_RELAXED_PARSING, true);
        CompatibilityHints.setHintEnabled(CompatibilityHints.KEY_RELAXED_UNFOLDING, true);
        CalendarBuilder builder = new CalendarBuilder();
        Calendar calendar;
        try {
            calendar = builder.build(new InputStreamReader(in, StandardCharsets.UTF_8));
        } catch (ParserException broken) {
            throw (Unreadable) new Unreadable(Math.max(0, broken.getLineNo())).initCause(broken);
        } catch (IllegalArgumentException | IllegalStateException | DateTimeException broken) {
            throw (Unreadable) new Unreadable(0).initCause(broken);
        }
        Reading reading = new Reading(builder.getRegistry(), here, today);
        for (CalendarComponent component : calendar.<CalendarComponent>getComponents()) {
            if (component.getName().equals(Component.VEVENT)) {
                reading.take(component);
            }
        }
        return reading.contents();
    }

    private static final class Reading {
        private final TimeZoneRegistry registry;
        private final ZoneId here;
        private final LocalDate today;
        private final List<Incoming> lessons = new ArrayList<>();
        private final Map<String, ZoneId> zones = new HashMap<>();
        private int wholeDays;
        private int without;
        private int endless;

        Reading(TimeZoneRegistry registry, ZoneId here, LocalDate today) {
            this.registry = registry;
            this.here = here;
            this.today = today;
        }

        Contents contents() {
            lessons.sort(Comparator.comparing(each -> each.when().start()));
            return new Contents(lessons, wholeDays, without, endless, zones);
        }

        void take(CalendarComponent event) {
            try {
                Optional<Property> start = event.getProperty(Property.DTSTART);
                if (start.isEmpty()) {
                    without++;
                } else if (!start.get().getValue().contains("T")) {
                    wholeDays++;
                } else {
                    take(event, moment(start.get()));
                }
            } catch (DateTimeException | IllegalArgumentException unreadable) {
                without++;
            }
        }

        private void take(CalendarComponent event, ZonedDateTime start) {
            int minutes = minutes(event, start);
            if (minutes < 1 || minutes > When.MOST_MINUTES) {
                without++;
                return;
            }
            String uid = value(event, Property.UID);
            String title = value(event, Property.SUMMARY);
            Optional<Property> instead = event.getProperty(Property.RECURRENCE_ID);
            Optional<Property> rule = event.getProperty(Property.RRULE);
            When once = When.once(start.toLocalDateTime(), start.getZone(), minutes);
            if (instead.isPresent()) {
                LocalDateTime original = moment(instead.get())
                        .withZoneSameInstant(start.getZone())
                        .toLocalDateTime();
                lessons.add(new Incoming(uid, title, once, original));
            } else if (rule.isEmpty()) {
                lessons.add(new Incoming(uid, title, once, null));
            } else {
                repeat(event, uid, title, once, rule.get().getValue().toUpperCase(Locale.ROOT));
            }
        }

        private void repeat(CalendarComponent event, String uid, String title, When once, String rule) {
            Map<String, String> parts = new HashMap<>();
            for (String part : rule.split(";", -1)) {
                int is = part.indexOf('=');
                if (is > 0) {
                    parts.put(part.substring(0, is), part.substring(is + 1));
                }
            }
            boolean isEndless = !parts.containsKey("UNTIL") && !parts.containsKey("COUNT");
            endless += isEndless ? 1 : 0;
            LocalDate from =
                    once.start().toLocalDate().isAfter(today) ? once.start().toLocalDate() : today;
            LocalDateTime horizon = from.plusYears(1).atTime(once.start().toLocalTime());
            String day = once.start().getDayOfWeek().name().substring(0, 2);
            boolean isSimple = "WEEKLY".equals(parts.get("FREQ"))
                    && parts.getOrDefault("BYDAY", day).equals(day)
                    && Set.of("FREQ", "INTERVAL", "UNTIL", "COUNT", "BYDAY", "WKST")
                            .containsAll(parts.keySet());
            Set<LocalDateTime> out = left(event, once);
            if (isSimple) {
                int weeks = Math.clamp(Integer.parseInt(parts.getOrDefault("INTERVAL", "1")), 1, 52);
                LocalDateTime until = parts.containsKey("COUNT")
                        ? once.start().plusWeeks((long) weeks * (Integer.parseInt(parts.get("COUNT")) - 1))
                        : isEndless ? horizon : until(parts.get("UNTIL"), once);
                lessons.add(new Incoming(uid, title, once.withRepeat(new When.Repeat(weeks, until, out)), null));
                return;
            }
            Recur<ZonedDateTime> recur = new Recur<>(rule, true);
            List<ZonedDateTime> dates = recur.getDates(
                    once.begins(), once.begins(), ZonedDateTime.of(horizon, once.zone()), MOST_WRITTEN_OUT);
            for (ZonedDateTime date : dates) {
                LocalDateTime time = date.withZoneSameInstant(once.zone()).toLocalDateTime();
                if (!out.contains(time)) {
                    lessons.add(new Incoming(
                            uid + " " + LOCAL.format(time), title, once.withStart(time, once.minutes()), null));
                }
            }
        }

        private static LocalDateTime until(@Nullable String text, When once) {
            if (text == null) {
                return once.start();
            }
            if (!text.contains("T")) {
                return LocalDate.parse(text, DateTimeFormatter.BASIC_ISO_DATE).atTime(23, 59);
            }
            return text.endsWith("Z")
                    ? LocalDateTime.parse(text, UTC)
                            .atZone(ZoneOffset.UTC)
                            .withZoneSameInstant(once.zone())
                            .toLocalDateTime()
                    : LocalDateTime.parse(text, LOCAL);
        }

        /** The times that a series leaves out, local in its zone. */
        private Set<LocalDateTime> left(CalendarComponent event, When once) {
            Set<LocalDateTime> out = new TreeSet<>();
            for (Property property : event.getProperties(Property.EXDATE)) {
                for (String text : property.getValue().split(",", -1)) {
                    out.add(
                            text.contains("T")
                                    ? moment(text, zone(property))
                                            .withZoneSameInstant(once.zone())
                                            .toLocalDateTime()
                                    : LocalDate.parse(text, DateTimeFormatter.BASIC_ISO_DATE)
                                            .atTime(once.start().toLocalTime()));
                }
            }
            return out;
        }

        private int minutes(CalendarComponent event, ZonedDateTime start) {
            Optional<Property> end = event.getProperty(Property.DTEND);
            if (end.isPresent()) {
                return (int) Duration.between(start, moment(end.get())).toMinutes();
            }
            String duration = value(event, Property.DURATION);
            return duration.isEmpty() ? 60 : (int) Duration.parse(duration).toMinutes();
        }

        private static String value(CalendarComponent event, String name) {
            return event.getProperty(name).map(Property::getValue).orElse("").strip();
        }

        private ZonedDateTime moment(Property property) {
            return moment(property.getValue(), zone(property));
        }

        private ZonedDateTime moment(String text, ZoneId zone) {
            return text.endsWith("Z")
                    ? LocalDateTime.parse(text, UTC).atZone(ZoneOffset.UTC).withZoneSameInstant(here)
                    : LocalDateTime.parse(text, LOCAL).atZone(zone);
        }

        private ZoneId zone(Property property) {
            String name = property.getParameter("TZID")
                    .map(parameter -> parameter.getValue())
                    .orElse("");
            if (name.isEmpty()) {
                return here;
            }
            return ZoneId.getAvailableZoneIds().contains(name)
                    ? ZoneId.of(name)
                    : zones.computeIfAbsent(name, this::alike);
        }

        /** The zone whose clocks go as those of a zone that only the file knows; the one here if it is among them. */
        private ZoneId alike(String name) {
            TimeZone told = registry.getTimeZone(name);
            if (told == null) {
                return here;
            }
            if (goesAs(here, told)) {
                return here;
            }
            return new TreeSet<>(ZoneId.getAvailableZoneIds())
                    .stream()
                            .filter(each -> each.contains("/") && !each.startsWith("Etc") && !each.startsWith("System"))
                            .map(ZoneId::of)
                            .filter(each -> goesAs(each, told))
                            .findFirst()
                            .orElse(here);
        }

        private boolean goesAs(ZoneId zone, TimeZone told) {
            ZoneRules rules = zone.getRules();
            for (int month = 0; month < 12; month++) {
                Instant at =
                        today.plusMonths(month).atStartOfDay(ZoneOffset.UTC).toInstant();
                if (rules.getOffset(at).getTotalSeconds() * 1000 != told.getOffset(at.toEpochMilli())) {
                    return false;
                }
            }
            return true;
        }
    }
}
