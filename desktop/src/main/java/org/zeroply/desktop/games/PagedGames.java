package org.zeroply.desktop.games;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import javafx.collections.ObservableListBase;
import org.zeroply.store.GameSummary;

/**
 * A list of games as long as one likes: the ids are known, the rows are fetched a page at a time when somebody looks at
 * them. A row that is not there yet has its id and nothing else. Lives on the interface thread.
 */
final class PagedGames extends ObservableListBase<GameSummary> {
    static final int PAGE = 100;
    static final int PAGES_KEPT = 40;

    private final BiConsumer<Integer, long[]> fetch;
    private long[] ids = {};
    private final Set<Integer> asked = new HashSet<>();
    private final Map<Integer, List<GameSummary>> pages = new LinkedHashMap<>(16, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<Integer, List<GameSummary>> eldest) {
            boolean goes = size() > PAGES_KEPT;
            if (goes) {
                // Whoever comes back to it asks for it again.
                asked.remove(eldest.getKey());
            }
            return goes;
        }
    };

    private int lastPage;

    /**
     * @param fetch asked for a page and the ids on it; answers later by {@link #arrived}
     */
    PagedGames(BiConsumer<Integer, long[]> fetch) {
        this.fetch = fetch;
    }

    @Override
    public GameSummary get(int index) {
        int page = index / PAGE;
        lastPage = page;
        List<GameSummary> rows = pages.get(page);
        if (rows != null) {
            return rows.get(index % PAGE);
        }
        if (asked.add(page)) {
            fetch.accept(page, idsOf(page));
        }
        return blank(ids[index]);
    }

    private static GameSummary blank(long id) {
        return new GameSummary(id, "", "", "", "", "", "", "", 0, 0);
    }

    @Override
    public int size() {
        return ids.length;
    }

    long idAt(int index) {
        return ids[index];
    }

    /** Where a game stands, or -1. */
    int indexOf(long id) {
        for (int i = 0; i < ids.length; i++) {
            if (ids[i] == id) {
                return i;
            }
        }
        return -1;
    }

    /** The page that was looked at last, which is the one to bring along with new ids. */
    int lastPage() {
        return lastPage;
    }

    private long[] idsOf(int page) {
        return idsOf(ids, page);
    }

    static long[] idsOf(long[] ids, int page) {
        int from = Math.min(ids.length, page * PAGE);
        return Arrays.copyOfRange(ids, from, Math.min(ids.length, from + PAGE));
    }

    /** Shows other games; one page of them may be known already. */
    void show(long[] fresh, int page, List<GameSummary> rows) {
        beginChange();
        int before = ids.length;
        ids = fresh;
        pages.clear();
        asked.clear();
        put(page, rows);
        nextReplace(0, fresh.length, Collections.nCopies(before, blank(0)));
        endChange();
    }

    private void put(int page, List<GameSummary> rows) {
        // A game may have gone while its page was fetched; its row stays blank.
        long[] wanted = idsOf(page);
        Map<Long, GameSummary> found = new LinkedHashMap<>();
        rows.forEach(row -> found.put(row.id(), row));
        if (wanted.length > 0) {
            pages.put(
                    page,
                    Arrays.stream(wanted)
                            .mapToObj(id -> found.getOrDefault(id, blank(id)))
                            .toList());
        }
    }

    /** The row of a game, if its page is here. */
    Optional<GameSummary> known(long id) {
        return pages.values().stream()
                .flatMap(List::stream)
                .filter(row -> row.id() == id)
                .findFirst();
    }

    /** Shows a game as it is now, in its place. */
    void renew(GameSummary row) {
        int at = indexOf(row.id());
        List<GameSummary> rows = at < 0 ? null : pages.get(at / PAGE);
        if (rows != null) {
            List<GameSummary> renewed = new ArrayList<>(rows);
            renewed.set(at % PAGE, row);
            beginChange();
            pages.put(at / PAGE, List.copyOf(renewed));
            nextUpdate(at);
            endChange();
        }
    }

    /** Takes a page that was asked for. */
    void arrived(int page, List<GameSummary> rows) {
        beginChange();
        put(page, rows);
        int from = Math.min(ids.length, page * PAGE);
        for (int i = from; i < Math.min(ids.length, from + PAGE); i++) {
            nextUpdate(i);
        }
        endChange();
    }
}
