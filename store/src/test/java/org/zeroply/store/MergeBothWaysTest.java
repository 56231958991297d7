package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.coaching.Student;
import org.zeroply.store.MergeReport.Outcome;
import org.zeroply.store.Revisions.State;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * Two copies with documents of every kind, edited, removed and brought back at random in both, now and then merged one way.
 * Whichever is then merged into which, they come to the same, and a further merge brings nothing.
 */
@SuppressWarnings("NullAway.Init")
class MergeBothWaysTest {
    @TempDir
    Path folder;

    private Samples samples;

    @Test
    void whicheverIsMergedIntoWhichTheyComeToTheSame() throws IOException {
        tryOut(1, 12);
    }

    @Tag("long")
    @Test
    void whicheverOfManyIsMergedIntoWhichTheyComeToTheSame() throws IOException {
        tryOut(1_000, 200);
    }

    private void tryOut(int firstSeed, int times) throws IOException {
        Path start = folder.resolve("start.zeroply");
        Path other = folder.resolve("copy.zeroply");
        try (Workbook book = Books.open(start)) {
            long game = book.games().add(Books.game("[White \"Tarn, Bastian\"]\n1.d4 d5 2.c4 e6 *"), "add");
            long paper = book.papers().add(Samples.paper("Basis", 1), "add");
            long student =
                    book.sittings().keep(new Student(0, "Zabel, Nora", 1200)).id();
            samples = new Samples(
                    book.read(handle -> Revisions.uid(handle, "game", game)),
                    book.read(handle -> Revisions.uid(handle, "paper", paper)),
                    book.read(handle -> Revisions.uid(handle, "student", student)));
            Kinds.DOCUMENTS.forEach(kind -> add(book, kind, new Random(0)));
            assertThat(book.copyTo(other, Progress.SILENT, new Cancel())).isTrue();
        }
        for (int seed = firstSeed; seed < firstSeed + times; seed++) {
            once(start, other, seed);
        }
    }

    private Path copy(Path file, String name) throws IOException {
        Path copy = folder.resolve(name);
        for (Path old : List.of(copy, Copies.log(copy))) {
            Files.deleteIfExists(old);
        }
        return Files.copy(file, copy, StandardCopyOption.REPLACE_EXISTING);
    }

    private void once(Path start, Path other, int seed) throws IOException {
        Random random = new Random(seed);
        Path home = copy(start, "home.zeroply");
        Path club = copy(other, "club.zeroply");
        int rounds = 1 + random.nextInt(3);
        for (int round = 0; round < rounds; round++) {
            for (Path file : List.of(home, club)) {
                try (Workbook book = Books.open(file)) {
                    for (int edits = random.nextInt(8); edits > 0; edits--) {
                        change(book, random);
                    }
                }
            }
            if (round + 1 < rounds && random.nextBoolean()) {
                merge(random.nextBoolean() ? home : club, random.nextBoolean() ? home : club);
            }
        }
        Path homeAlone = copy(home, "home-alone.zeroply");
        merge(home, club);
        merge(club, homeAlone);
        List<String> said = said(home);
        assertSame(said(club), said, "seed " + seed + ", the other way round");
        for (MergeReport again : List.of(merge(home, club), merge(club, home), merge(home, homeAlone))) {
            assertThat(again.conflicts()).as("seed %d, once more", seed).isEmpty();
            again.counts()
                    .forEach((kind, outcomes) -> assertThat(outcomes.keySet())
                            .as("seed %d, once more, %s", seed, kind)
                            .isSubsetOf(Outcome.NEWER_HERE));
        }
        assertSame(said(home), said, "seed " + seed + ", once more");
        assertSame(said(club), said, "seed " + seed + ", once more");
    }

    private static void assertSame(List<String> there, List<String> here, String when) {
        List<String> onlyThere = new ArrayList<>(there);
        here.forEach(onlyThere::remove);
        List<String> onlyHere = new ArrayList<>(here);
        there.forEach(onlyHere::remove);
        assertThat(List.of(onlyHere, onlyThere)).as(when).allMatch(List::isEmpty);
    }

    private static MergeReport merge(Path into, Path from) throws IOException {
        try (Workbook book = Books.open(into)) {
            MergeOpening merged = book.merge(from, "merge", Progress.SILENT, new Cancel());
            if (into.equals(from)) {
                return new MergeReport("", Map.of(), List.of(), List.of(), false);
            }
            MergeReport report = ((MergeOpening.Merged) merged).report();
            assertThat(report.unreadable()).isZero();
            return report;
        }
    }

    // ---- something at random

    private <D> void add(Workbook book, DocumentKind<D> kind, Random random) {
        boolean isOne = kind == Kinds.REPORT
                && book.read(handle -> !Revisions.states(handle, kind).isEmpty());
        if (!isOne) {
            D document = any(kind, random);
            long id = book.write(handle -> kind.addNew(handle, document)).orElseThrow();
            // No two are begun in the same moment.
            book.write(handle -> kind != Kinds.SITTING
                    || handle.execute("update sitting set begun = ? where id = ?", random.nextLong(1L << 40), id) == 1);
        }
    }

    private <D> D any(DocumentKind<D> kind, Random random) {
        List<D> states = samples.states(kind);
        return states.get(random.nextInt(states.size()));
    }

    private void change(Workbook book, Random random) {
        DocumentKind<?> kind = Kinds.DOCUMENTS.get(random.nextInt(Kinds.DOCUMENTS.size()));
        List<State> all = book.read(handle -> Revisions.states(handle, kind));
        int what = random.nextInt(10);
        if (what == 0 || all.isEmpty()) {
            add(book, kind, random);
            return;
        }
        State one = all.get(random.nextInt(all.size()));
        if (what == 1) {
            book.write(handle -> {
                kind.list().show(handle, kind.list().named(one.id()), one.hidden());
                return true;
            });
        } else {
            edit(book, kind, one.id(), random);
        }
    }

    private <D> void edit(Workbook book, DocumentKind<D> kind, long id, Random random) {
        D before = book.read(handle -> kind.get(handle, id));
        D after = any(kind, random);
        new Documents<>(book, kind).save(id, kind.change(before, after), "", "edit");
    }

    /** Everything on the lists. */
    private static List<String> said(Path file) {
        try (Workbook book = Books.open(file)) {
            List<String> said = new ArrayList<>();
            for (DocumentKind<?> kind : Kinds.DOCUMENTS) {
                for (State state : book.read(handle -> Revisions.states(handle, kind))) {
                    if (!state.hidden()) {
                        said.add(kind.name() + " " + said(book, kind, state.id()));
                    }
                }
            }
            said.sort(null);
            return said;
        }
    }

    private static <D> String said(Workbook book, DocumentKind<D> kind, long id) {
        return new String(book.read(handle -> kind.write(kind.get(handle, id))), StandardCharsets.ISO_8859_1);
    }
}
