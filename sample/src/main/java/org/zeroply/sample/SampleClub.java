package org.zeroply.sample;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.SequenceInputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.zeroply.analysis.Study;
import org.zeroply.analysis.StudyText;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.Tags;
import org.zeroply.notation.Fen;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.RepertoireReader;
import org.zeroply.rules.Side;
import org.zeroply.showing.CardSheet;
import org.zeroply.showing.SheetPgn;
import org.zeroply.task.Paper;
import org.zeroply.task.ScriptText;
import org.zeroply.task.TaskPgn;

/** The sample club: its people and its games. */
public final class SampleClub {
    public static final String NAME = "Hollow Mill Chess Circle";

    private static final int PAPERS = 5;
    private static final int SHEETS = 2;

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

    /** What the games of the season are called together. */
    public static final String SEASON = NAME + ", season";

    /**
     * A student as the register has them.
     *
     * @param question that waits for an answer; empty for none
     */
    public record Member(String name, int rating, List<String> groups, String goals, String question) {
        public Member {
            groups = List.copyOf(groups);
        }
    }

    /** The four students, in two groups. */
    public static List<Member> members() {
        String juniors = "Juniors";
        String circle = "Tuesday circle";
        return List.of(
                new Member("Brandt, Ida", 1350, List.of(juniors), "To see the whole board before the first move.", ""),
                new Member(
                        "Okafor, Sam",
                        1640,
                        List.of(juniors, circle),
                        "Half the points at the Saltmarsh Cup.",
                        "Why is a rook behind the passed pawn better than before it?"),
                new Member(
                        "Haddad, Noor", 1910, List.of(circle), "2000 by the summer.", "May I not castle at move 17?"),
                new Member("Lindqvist, Tove", 2180, List.of(circle), "", ""));
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

    /** The sheets that the coach teaches from. */
    public static List<CardSheet> sheets() {
        List<CardSheet> sheets = new ArrayList<>();
        for (int i = 1; i <= SHEETS; i++) {
            try (InputStream in = resource("sheet-" + i + ".pgn")) {
                SheetPgn.Contents contents = SheetPgn.read(in);
                if (!contents.faults().isEmpty() || !contents.unread().isEmpty()) {
                    throw new IllegalStateException("a sample sheet has faults: " + contents);
                }
                sheets.add(contents.sheet());
            } catch (IOException broken) {
                throw new UncheckedIOException(broken);
            }
        }
        return sheets;
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

    /** The games of the season that followed, as PGN; the caller closes the stream. */
    public static InputStream season() {
        return resource("season.pgn");
    }

    /**
     * What was calculated of a position of a game when the club was made.
     *
     * @param isSecond whether it was looked at again with more effort
     */
    public record Kept(Study study, boolean isSecond) {}

    /**
     * The judgements that come with the club.
     *
     * @param analyst who calculated
     */
    public record Judgements(String analyst, List<Kept> kept) {
        public Judgements {
            kept = List.copyOf(kept);
        }
    }

    /** Everything that was calculated of the judged games of the club and the season, each position once. */
    public static Judgements judgements() {
        try (BufferedReader in =
                new BufferedReader(new InputStreamReader(resource("judgements.txt"), StandardCharsets.UTF_8))) {
            String analyst = Objects.requireNonNull(in.readLine(), "nobody judged");
            List<Kept> kept = new ArrayList<>();
            StringBuilder text = new StringBuilder();
            String head = "";
            for (String line = in.readLine(); line != null; line = in.readLine()) {
                if (line.startsWith(AT)) {
                    add(head, text, kept);
                    head = line;
                    text.setLength(0);
                } else if (!line.startsWith(GAME)) {
                    text.append(line).append('\n');
                }
            }
            add(head, text, kept);
            return new Judgements(analyst, kept);
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    /** Begins what is kept of a position: "at", whether it was looked at again, and the position. */
    public static final String AT = "at ";

    /** Begins what is kept of a game. */
    public static final String GAME = "game ";

    private static void add(String head, StringBuilder text, List<Kept> kept) {
        if (!head.isEmpty()) {
            String[] words = head.split(" ", 3);
            StudyText.read(Fen.position(words[2]), text.toString())
                    .ifPresent(study -> kept.add(new Kept(study, words[1].equals("second"))));
        }
    }

    private static InputStream resource(String name) {
        return Objects.requireNonNull(SampleClub.class.getResourceAsStream(name), name + " is missing");
    }
}
