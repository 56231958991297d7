package org.zeroply.gametree;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** How long the players thought over each move, from the clock times of a game. */
public final class ClockUse {
    /** One period with an increment, the form of the PGN standard: {@code 5400+30}; seconds. */
    private static final Pattern SIMPLE = Pattern.compile("(\\d{1,6})(?:\\+(\\d{1,4}))?");

    private ClockUse() {}

    /**
     * The time used for each move of a line. The first move of a side needs the time control; without one, and where a
     * clock time is missing, it is not known. More time than before (a new period began) counts as none used.
     *
     * @param timeControl the tag of that name; may be empty or of a form that is not understood
     */
    public static List<Optional<Duration>> used(GameTree tree, List<Integer> line, String timeControl) {
        Matcher matcher = SIMPLE.matcher(timeControl.strip());
        boolean known = matcher.matches();
        Duration increment = known && matcher.group(2) != null
                ? Duration.ofSeconds(Long.parseLong(matcher.group(2)))
                : Duration.ZERO;
        Optional<Duration> base =
                known ? Optional.of(Duration.ofSeconds(Long.parseLong(matcher.group(1)))) : Optional.empty();
        List<Optional<Duration>> used = new ArrayList<>();
        for (int ply = 0; ply < line.size(); ply++) {
            Optional<Duration> before =
                    ply < 2 ? base : tree.node(line.get(ply - 2)).clock();
            Optional<Duration> now = tree.node(line.get(ply)).clock();
            used.add(before.flatMap(had -> now.map(left -> had.plus(increment).minus(left)))
                    .map(spent -> spent.isNegative() ? Duration.ZERO : spent));
        }
        return used;
    }
}
