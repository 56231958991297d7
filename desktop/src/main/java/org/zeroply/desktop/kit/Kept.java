package org.zeroply.desktop.kit;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** What was worked out, kept for when it is wanted again; the least lately used goes when there is too much. One thread. */
public final class Kept<K, V> {
    private final Map<K, V> kept;

    /**
     * @param most how many are kept
     */
    public Kept(int most) {
        kept = new LinkedHashMap<>(64, 0.75f, true) {
            @Override
            protected boolean removeEldestEntry(Map.Entry<K, V> eldest) {
                return size() > most;
            }
        };
    }

    public @Nullable V get(K key) {
        return kept.get(key);
    }

    public boolean has(K key) {
        return kept.containsKey(key);
    }

    public void put(K key, V value) {
        kept.put(key, value);
    }

    /** What is kept, or what is worked out now and then kept. */
    public V get(K key, Function<K, V> work) {
        V known = kept.get(key);
        if (known == null) {
            known = work.apply(key);
            kept.put(key, known);
        }
        return known;
    }
}
