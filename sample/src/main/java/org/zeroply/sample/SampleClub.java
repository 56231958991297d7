package org.zeroply.sample;

import java.io.InputStream;
import java.io.SequenceInputStream;
import java.util.List;
import java.util.Objects;

/** The sample club: its people and its games. */
public final class SampleClub {
    public static final String NAME = "Hollow Mill Chess Circle";

    private SampleClub() {}

    /** A student with the rating that their made-up games were played at. */
    public record Student(String name, int rating) {}

    public static List<Student> students() {
        return List.of(
                new Student("Brandt, Ida", 1350),
                new Student("Okafor, Sam", 1640),
                new Student("Haddad, Noor", 1910),
                new Student("Lindqvist, Tove", 2180));
    }

    /** A game of the club by who had White and when. */
    public record Played(String white, String date) {}

    /** Two games of different strength that are judged when the club is shown, with what the coach says of them. */
    public static List<Played> judged() {
        return List.of(new Played("Haddad, Noor", "2024.07.03"), new Played("Koreth, Damian", "2021.10.18"));
    }

    /** All games as PGN, positions from the circle's evenings last; the caller closes the stream. */
    public static InputStream games() {
        return new SequenceInputStream(resource("club.pgn"), resource("evenings.pgn"));
    }

    private static InputStream resource(String name) {
        return Objects.requireNonNull(SampleClub.class.getResourceAsStream(name), name + " is missing");
    }
}
