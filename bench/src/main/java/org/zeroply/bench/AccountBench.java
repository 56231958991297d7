package org.zeroply.bench;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.Supplier;
import org.zeroply.analysis.GameSweep;
import org.zeroply.analysis.Judgement;
import org.zeroply.coaching.JudgedGame;
import org.zeroply.coaching.Levels;
import org.zeroply.coaching.Levels.Observation;
import org.zeroply.coaching.Levels.Prior;
import org.zeroply.coaching.Peers;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Student;
import org.zeroply.coaching.StudentAccount;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.rules.Side;
import org.zeroply.sample.SampleClub;
import org.zeroply.store.Workbook;
import org.zeroply.store.WorkbookOpening;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** What following up takes: an account over 500 games, a student's page among 120 students and 20,000 games, and all levels. */
final class AccountBench {
    private static final int STUDENTS = 120;
    private static final int GAMES = 20_000;
    private static final int OF_ONE = 500;
    private static final int SITTINGS = 100_000;
    private static final int RUNS = 11;

    private AccountBench() {}

    static void run() throws IOException {
        List<JudgedGame> judged = judged();
        System.out.printf("%d sides of judged games of the sample club%n", judged.size());
        List<JudgedGame> many = new ArrayList<>();
        for (int i = 0; i < OF_ONE; i++) {
            many.add(as(judged.get(i % judged.size()), i + 1L, "Student 1", 1900, i));
        }
        tell("an account over 500 games", () -> account(many, Optional.empty()));
        levels();
        page(judged);
    }

    private static StudentAccount account(List<JudgedGame> games, Optional<Peers> peers) {
        return StudentAccount.of(new StudentAccount.Season(games, 1900, Map.of(), List.of(), peers, Instant.EPOCH));
    }

    private static void tell(String what, Supplier<?> work) {
        long[] nanos = new long[RUNS];
        for (int i = 0; i < RUNS; i++) {
            long begun = System.nanoTime();
            var _ = work.get();
            nanos[i] = System.nanoTime() - begun;
        }
        Arrays.sort(nanos);
        System.out.printf(
                Locale.ROOT,
                "%s: %.0f ms, the median of %d; %.0f to %.0f%n",
                what,
                nanos[RUNS / 2] / 1e6,
                RUNS,
                nanos[0] / 1e6,
                nanos[RUNS - 1] / 1e6);
    }

    /** A hundred thousand tasks handed in by as many students as a large school has. */
    private static void levels() {
        Random random = new Random(1960);
        List<Observation> observations = new ArrayList<>();
        for (int i = 0; i < SITTINGS; i++) {
            observations.add(new Observation(random.nextInt(1_000), random.nextInt(2_000), random.nextInt(11) / 10.0));
        }
        long begun = System.nanoTime();
        Levels levels = Levels.of(
                observations, student -> Prior.ofRating(1200 + (int) student), task -> Prior.between(1400, 1800));
        System.out.printf(
                Locale.ROOT,
                "levels of %d students and %d tasks from 100,000 sittings: %.2f s%n",
                levels.students().size(),
                levels.tasks().size(),
                (System.nanoTime() - begun) / 1e9);
    }

    private static void page(List<JudgedGame> judged) throws IOException {
        Path folder = Files.createTempDirectory("zeroply-bench");
        Path file = folder.resolve("school.zeroply");
        if (!(Workbook.open(file, Clock.systemUTC()) instanceof WorkbookOpening.Opened opened)) {
            throw new IOException("the workbook did not open");
        }
        try (Workbook workbook = opened.workbook()) {
            StringBuilder pgn = new StringBuilder();
            for (int i = 0; i < GAMES; i++) {
                pgn.append(String.format(
                        Locale.ROOT,
                        "[White \"Student %d\"]%n[Black \"Student %d\"]%n[Date \"2026.01.01\"]%n[WhiteElo \"%d\"]%n"
                                + "[BlackElo \"%d\"]%n%n1. d4 d5 2. c4 e6 *%n%n",
                        i % STUDENTS,
                        (i * 7 + 1 + i / STUDENTS) % STUDENTS,
                        rating(i % STUDENTS),
                        rating((i * 7 + 1 + i / STUDENTS) % STUDENTS)));
            }
            byte[] bytes = pgn.toString().getBytes(StandardCharsets.UTF_8);
            workbook.files()
                    .importPgn(
                            new ByteArrayInputStream(bytes),
                            bytes.length,
                            "school",
                            "school",
                            Progress.SILENT,
                            new Cancel());
            for (int student = 0; student < STUDENTS; student++) {
                workbook.register().add(Profile.of(new Student(0, "Student " + student, rating(student))), "add");
            }
            for (int i = 0; i < GAMES; i++) {
                long id = i + 1L;
                long revision = workbook.accounts().revision(id);
                int black = (i * 7 + 1 + i / STUDENTS) % STUDENTS;
                workbook.accounts()
                        .keep(
                                side(judged, Side.WHITE, i, "Student " + i % STUDENTS, rating(i % STUDENTS)),
                                revision,
                                "x");
                workbook.accounts().keep(side(judged, Side.BLACK, i, "Student " + black, rating(black)), revision, "x");
            }
            Set<String> names = Set.of("Student 7");
            tell(
                    "reading the games of one of 120 students among 20,000",
                    () -> workbook.accounts().of(names));
            tell("reading what all others give away", () -> workbook.accounts().peers());
            List<Peers.PeerGame> all = workbook.accounts().peers();
            tell("comparing with them", () -> Peers.of(all, names));
            tell("the roster", () -> workbook.register().list());
            tell("the page of a student, others known", () -> {
                List<JudgedGame> own = workbook.accounts().of(names).kept().stream()
                        .map(each -> each.game())
                        .toList();
                return account(own, Peers.of(all, names));
            });
        }
    }

    private static int rating(int student) {
        return 1200 + 8 * student;
    }

    private static JudgedGame side(List<JudgedGame> judged, Side side, int place, String player, int rating) {
        List<JudgedGame> some =
                judged.stream().filter(each -> each.side() == side).toList();
        return as(some.get(place % some.size()), place + 1L, player, rating, place);
    }

    private static JudgedGame as(JudgedGame game, long id, String player, int rating, int place) {
        return new JudgedGame(
                id,
                game.side(),
                player,
                rating,
                game.opponent(),
                String.format(Locale.ROOT, "20%02d.%02d.%02d", place / 336 % 100, place / 28 % 12 + 1, place % 28 + 1),
                game.result(),
                game.opening(),
                game.account(),
                game.moves());
    }

    private static List<JudgedGame> judged() throws IOException {
        Map<Long, GameSweep.Looked> known = new HashMap<>();
        SampleClub.judgements()
                .kept()
                .forEach(kept -> known.merge(
                        kept.study().position().key(),
                        new GameSweep.Looked(kept.study(), kept.isSecond()),
                        (one, other) -> one.isSecond() ? one : other));
        List<JudgedGame> judged = new ArrayList<>();
        for (InputStream source : List.of(SampleClub.season(), SampleClub.games())) {
            try (InputStream in = source) {
                PgnReader reader = new PgnReader(in);
                for (PgnEntry entry = reader.next(); entry != null; entry = reader.next()) {
                    if (entry instanceof PgnEntry.Read read) {
                        add(read.game(), known, judged);
                    }
                }
            }
        }
        return judged;
    }

    private static void add(Game game, Map<Long, GameSweep.Looked> known, List<JudgedGame> judged) {
        GameTree tree = game.tree();
        List<Integer> main = GameSweep.judged(tree, tree.mainLine());
        Judgement judgement = main.isEmpty()
                ? null
                : GameSweep.judgement(
                        tree, main, node -> known.get(tree.positionAt(node).key()), Judgement.USUAL_THRESHOLD);
        if (judgement != null && judgement.moves().size() == main.size()) {
            for (Side side : Side.values()) {
                judged.add(JudgedGame.of(0, game, judgement, side));
            }
        }
    }
}
