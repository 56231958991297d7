package org.zeroply.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.zeroply.notation.Fen;
import org.zeroply.notation.Language;
import org.zeroply.rules.Position;
import org.zeroply.work.Cancel;

/**
 * The ledgers of 500 positions, half of them random and half of sample games, against those that were kept when they were
 * last looked at: figures and evidence in full, explanations by their hash. The searched entries are kept of every
 * fiftieth. Run with {@code -Dgolden.write=true} to keep what they are now.
 */
class KeptLedgersTest {
    private static final String FILE = "ledgers.txt";
    private static final int SEARCHED_EVERY = 50;
    private static final String MARK = "@ ";

    @Test
    void ledgersAreWhatTheyWere() throws IOException {
        List<String> kept = kept();
        List<String> now = new ArrayList<>();
        int place = 0;
        for (String line : kept) {
            if (line.startsWith(MARK)) {
                now.add(line);
                now.addAll(rows(Fen.position(line.substring(MARK.length())), place++ % SEARCHED_EVERY == 0));
            }
        }
        assertThat(place).isEqualTo(500);
        if (Boolean.getBoolean("golden.write")) {
            Files.write(Path.of("src/test/resources/org/zeroply/ledger").resolve(FILE), now);
            return;
        }
        // First only what differs: two whole ledgers in a message can be read by nobody.
        assertThat(without(now, kept)).isEqualTo(without(kept, now));
        assertThat(now.equals(kept)).isTrue();
    }

    private static List<String> without(List<String> lines, List<String> others) {
        Set<String> known = new HashSet<>(others);
        return lines.stream().filter(line -> !known.contains(line)).toList();
    }

    private static List<String> kept() throws IOException {
        try (InputStream in = Objects.requireNonNull(KeptLedgersTest.class.getResourceAsStream(FILE))) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8).lines().toList();
        }
    }

    private static List<String> rows(Position position, boolean searched) {
        List<Entry> entries =
                new ArrayList<>(Ledger.of(position, ValueScale.SCHOOLROOM).entries());
        if (searched) {
            entries.addAll(new SearchedEntries().read(position, Language.ENGLISH, new Cancel()));
        }
        return entries.stream()
                .filter(entry -> !entry.isEmpty())
                .map(KeptLedgersTest::row)
                .toList();
    }

    private static String row(Entry entry) {
        return entry.factor() + "|" + side(entry.white()) + "|" + side(entry.black()) + "|"
                + Integer.toHexString(
                        (entry.explanation() + entry.exceptionHere().orElse("")).hashCode());
    }

    /** The figure, and its evidence unless that is just the squares that the figure names. */
    private static String side(Entry.Account account) {
        String figure = account.value().text();
        String evidence = account.evidence().exhibits().stream()
                .map(exhibit -> exhibit.role() + " "
                        + (exhibit instanceof Evidence.Path path ? path.stops() : exhibit.squares()))
                .collect(Collectors.joining("; "));
        return evidence.isEmpty() || evidence.equals(Role.COUNTED + " " + figure)
                ? figure
                : figure + " [" + evidence + "]";
    }
}
