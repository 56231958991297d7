package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** A bit that turned over anywhere in the file is never taken for what somebody wrote. */
@SuppressWarnings("NullAway.Init")
class ChecksumTest {
    private static final String DAMAGED = "damaged";

    @TempDir
    Path folder;

    /** What every document says, by kind and id; "damaged" for one that says that it is. */
    private static Map<String, String> said(Workbook workbook) {
        Map<String, String> said = new TreeMap<>();
        for (DocumentKind<?> kind : Kinds.DOCUMENTS) {
            for (Revisions.State state : workbook.read(handle -> Revisions.states(handle, kind))) {
                said.put(kind.name() + " " + state.id(), said(workbook, kind, state.id()));
            }
        }
        for (long id : workbook.games().ids(GameFilter.ALL, GameOrder.NEWEST_FIRST)) {
            said.put("list " + id, workbook.games().summary(id).orElseThrow().toString());
        }
        for (String name : new String[] {"language", "scale", "threshold"}) {
            said.put(name, workbook.settings().get(name).orElse(DAMAGED));
        }
        return said;
    }

    private static <D> String said(Workbook workbook, DocumentKind<D> kind, long id) {
        try {
            String said = workbook.read(
                    handle -> new String(kind.write(kind.checked(handle, id)), StandardCharsets.ISO_8859_1));
            // Who its paper and its student are, the student's name and rating too, is said by those, and told with
            // them.
            return kind == Kinds.SITTING
                    ? said.replaceFirst("^-?\\d+\t([^\t]*)\t[^\t]*\t-?\\d+\t", "$1\t")
                            .replaceFirst("\t-?\\d+\n", "\n")
                    : said;
        } catch (WorkbookException told) {
            return DAMAGED;
        }
    }

    private record Seen(int refused, int told, int without) {}

    private Seen flip(int bits, long seed) throws IOException {
        Path file = YesterdayTest.file(folder);
        Map<String, String> whole;
        try (Workbook workbook = Books.open(file)) {
            whole = said(workbook);
        }
        assertThat(whole).hasSizeGreaterThan(20).doesNotContainValue(DAMAGED);
        byte[] bytes = Files.readAllBytes(file);
        Random random = new Random(seed);
        int refused = 0;
        int told = 0;
        for (int i = 0; i < bits; i++) {
            byte[] flipped = bytes.clone();
            int at = random.nextInt(bytes.length);
            flipped[at] ^= (byte) (1 << random.nextInt(8));
            Files.write(file, flipped);
            Map<String, String> now;
            try (Workbook workbook = ((WorkbookOpening.Opened) Workbook.open(file, Books.CLOCK)).workbook()) {
                workbook.walk(Progress.SILENT, new Cancel());
                now = said(workbook);
            } catch (ClassCastException notOpened) {
                refused++;
                continue;
            } catch (WorkbookException damagedThroughout) {
                told++;
                continue;
            }
            told += now.equals(whole) ? 0 : 1;
            now.forEach((document, saying) -> {
                if (!saying.equals(DAMAGED)) {
                    assertThat(saying).as("byte %d: %s", at, document).isEqualTo(whole.get(document));
                }
            });
        }
        return new Seen(refused, told, bits - refused - told);
    }

    @Test
    void aFlippedBitIsNeverTakenForWhatSomebodyWrote() throws IOException {
        // Most of the file is room that is not used, or undo.
        Seen seen = flip(80, 20261130);
        assertThat(seen.refused() + seen.told()).as("%s", seen).isGreaterThan(4);
    }

    @Tag("long")
    @Test
    void noneOfManyIs() throws IOException {
        Seen seen = flip(1_000, 20261201);
        assertThat(seen.refused() + seen.told()).as("%s", seen).isGreaterThan(100);
    }
}
