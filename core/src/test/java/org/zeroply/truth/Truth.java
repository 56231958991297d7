package org.zeroply.truth;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.PrintStream;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.function.Consumer;
import org.zeroply.ending.BlockadeTwin;
import org.zeroply.ending.Elementary;
import org.zeroply.ending.EndingTwin;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.PawnEnding;
import org.zeroply.ending.Shelf;
import org.zeroply.ledger.LedgerTwin;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Move;
import org.zeroply.rules.PlainRules;
import org.zeroply.rules.Position;
import org.zeroply.search.MateTwin;
import org.zeroply.search.ThreatTwin;
import org.zeroply.task.MarkTwin;
import org.zeroply.work.Ticker;

/**
 * Runs the product against its plain twins over seeded random positions and prints the disagreements. A twin does the same
 * in the plainest way there is, from legal moves and the placement of pieces alone.
 */
public final class Truth {
    private static final int WANTED = 2_000;

    private Truth() {}

    /** @param arguments how many comparisons of each kind; {@value #WANTED} if it is not said */
    public static void main(String[] arguments) {
        int wanted = arguments.length > 0 ? Integer.parseInt(arguments[0]) : WANTED;
        int disagreements = run(wanted, System.out);
        if (disagreements > 0) {
            System.exit(1);
        }
    }

    /** @return disagreements of all kinds */
    static int run(int wanted, PrintStream out) {
        Elementary elementary = new Elementary(Shelf.NONE);
        PawnEnding pawns = new PawnEnding(elementary, Long.MAX_VALUE / 1_000_000, Ticker.SYSTEM);
        ExactEndings endings = new ExactEndings(Shelf.NONE);
        int all = 0;
        all += compare("legal moves", wanted, out, overGames(1, Truth::legalMoves));
        all += compare("measures of the ledger", wanted, out, overGames(2, LedgerTwin::compare));
        all += compare("exchanges on a square", wanted, out, overGames(3, LedgerTwin::compareExchanges));
        all += compare("what a move wins by force", wanted, out, overGames(8, ThreatTwin::compareGains));
        all += compare("mates in two", wanted, out, always(4, MateTwin::compare));
        all += compare(
                "kings and a pawn, move by move",
                wanted,
                out,
                always(5, r -> EndingTwin.compare(r, pawns, elementary)));
        all += compare("blockades", wanted, out, always(6, random -> {
            boolean found = false;
            while (!found) {
                found = BlockadeTwin.compare(random, endings);
            }
        }));
        all += compare("marks of a script", wanted, out, always(7, MarkTwin::compare));
        return all;
    }

    private static void legalMoves(Position position) {
        List<Move> found = position.legalMoves();
        assertThat(new HashSet<>(found)).as(Fen.write(position)).isEqualTo(PlainRules.legalMoves(position));
        assertThat(found).doesNotHaveDuplicates();
    }

    /** The next comparison, each time it is called. */
    private static Runnable always(long seed, Consumer<Random> comparison) {
        Random random = new Random(seed);
        return () -> comparison.accept(random);
    }

    /** Every position of random games. */
    private static Runnable overGames(long seed, Consumer<Position> comparison) {
        Random random = new Random(seed);
        List<Position> now = new ArrayList<>(List.of(Position.START));
        return () -> {
            Position here = now.getFirst();
            List<Move> legal = here.legalMoves();
            boolean over = legal.isEmpty() || here.moveNumber() > 60;
            now.set(0, over ? Position.START : here.play(legal.get(random.nextInt(legal.size()))));
            comparison.accept(here);
        };
    }

    private static int compare(String what, int wanted, PrintStream out, Runnable next) {
        long begun = System.nanoTime();
        int disagreements = 0;
        String first = "";
        for (int i = 0; i < wanted; i++) {
            try {
                next.run();
            } catch (AssertionError disagreement) {
                disagreements++;
                first = first.isEmpty() ? String.valueOf(disagreement.getMessage()) : first;
            }
        }
        double seconds = (System.nanoTime() - begun) / 1e9;
        out.printf(Locale.ROOT, "%-32s %6d compared, %d disagreements, %.0f s%n", what, wanted, disagreements, seconds);
        if (!first.isEmpty()) {
            out.println(first.strip());
        }
        return disagreements;
    }
}
