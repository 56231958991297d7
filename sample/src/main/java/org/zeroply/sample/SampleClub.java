package org.zeroply.sample;

import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.Tags;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.RepertoireReader;
import org.zeroply.rules.Side;
import org.zeroply.task.Paper;
import org.zeroply.task.ScriptText;
import org.zeroply.task.TaskPgn;

/** The sample club: its people and its games. */
public final class SampleClub {
    public static final String NAME = "Hollow Mill Chess Circle";

    private static final int PAPERS = 5;

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

    /**
     * A repertoire of the club.
     *
     * @param approach the one the student has chosen; empty for all
     */
    public record Prepared(String name, Side side, String student, String approach, Repertoire repertoire) {}

    /** The repertoires that the coach has built with two of the students, a game of the file for each line. */
    public static List<Prepared> repertoires() {
        Map<String, List<Game>> byName = new LinkedHashMap<>();
        try (InputStream in = resource("repertoires.pgn")) {
            PgnReader reader = new PgnReader(in);
            for (PgnEntry entry = reader.next(); entry != null; entry = reader.next()) {
                if (!(entry instanceof PgnEntry.Read read) || !read.faults().isEmpty()) {
                    throw new IllegalStateException("the sample repertoires have a fault: " + entry);
                }
                byName.computeIfAbsent(read.game().tags().known("Event"), name -> new ArrayList<>())
                        .add(read.game());
            }
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
        List<Prepared> found = new ArrayList<>();
        byName.forEach((name, games) -> {
            Tags tags = games.getFirst().tags();
            Side side = Side.valueOf(tags.known("Repertoire"));
            Repertoire repertoire = RepertoireReader.take(
                            Repertoire.empty(side),
                            games.stream().map(Game::tree).toList())
                    .repertoire();
            found.add(new Prepared(name, side, tags.known("Student"), tags.known("Approach"), repertoire));
        });
        return found;
    }

    /** The papers that the coach has set: a warm-up, a deep one, a mixed one, and two of defence. */
    public static List<Paper> papers() {
        List<Paper> papers = new ArrayList<>();
        for (int i = 1; i <= PAPERS; i++) {
            try (InputStream in = resource("paper-" + i + ".pgn")) {
                TaskPgn.Contents contents = TaskPgn.read(in);
                if (!contents.faults().isEmpty() || !contents.gameFaults().isEmpty()) {
                    throw new IllegalStateException("a sample paper has faults: " + contents.faults());
                }
                papers.add(contents.paper());
            } catch (IOException broken) {
                throw new UncheckedIOException(broken);
            }
        }
        return papers;
    }

    /**
     * Scripts of a student for one of the papers.
     *
     * @param paper its place in the list of papers, from 0
     */
    public record SatPaper(int paper, Student student, ScriptText.Contents scripts) {}

    /** What students have written, as they would hand it in. */
    public static List<SatPaper> sittings() {
        try (InputStream in = resource("sittings.txt")) {
            String text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
            List<SatPaper> sittings = new ArrayList<>();
            for (String part : text.split("(?m)^paper: ")) {
                if (part.isBlank()) {
                    continue;
                }
                int paper = Integer.parseInt(part.lines().findFirst().orElse("").strip());
                ScriptText.Contents scripts = ScriptText.read(part.substring(part.indexOf('\n')));
                Student student = students().stream()
                        .filter(each -> each.name().equals(scripts.student()))
                        .findFirst()
                        .orElseThrow();
                sittings.add(new SatPaper(paper - 1, student, scripts));
            }
            return sittings;
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    /** All games as PGN, positions from the circle's evenings last; the caller closes the stream. */
    public static InputStream games() {
        return new SequenceInputStream(resource("club.pgn"), resource("evenings.pgn"));
    }

    private static InputStream resource(String name) {
        return Objects.requireNonNull(SampleClub.class.getResourceAsStream(name), name + " is missing");
    }
}
