package org.zeroply.desktop.kit;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What was worked out once is worked out again only after it had to go. */
class KeptTest {
    private final List<Integer> worked = new ArrayList<>();
    private final Kept<Integer, String> kept = new Kept<>(3);

    private String ask(int key) {
        return kept.get(key, each -> {
            worked.add(each);
            return "number " + each;
        });
    }

    @Test
    void whatIsAskedAgainIsNotWorkedOutAgain() {
        assertThat(ask(1)).isEqualTo("number 1");
        assertThat(ask(1)).isEqualTo("number 1");
        assertThat(worked).containsExactly(1);
        assertThat(kept.get(2)).isNull();
        kept.put(2, "given");
        assertThat(ask(2)).isEqualTo("given");
        assertThat(worked).containsExactly(1);
    }

    @Test
    void theLeastLatelyUsedGoesFirst() {
        ask(1);
        ask(2);
        ask(3);
        ask(1);
        ask(4);
        assertThat(kept.has(2)).isFalse();
        assertThat(kept.has(1)).isTrue();
        ask(2);
        assertThat(worked).containsExactly(1, 2, 3, 4, 2);
    }
}
