package org.zeroply.search;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.zeroply.rules.Board;
import org.zeroply.rules.Position;

class TableTest {
    @Test
    void givesBackWhatWasStored() {
        Table table = new Table(1);
        table.store(0x1234_5678_9ABC_DEF0L, 0xFFFF, -31_990, -32_600, 64, Table.EXACT);
        table.store(0x1234_5678_9ABC_DEF1L, 1, 17, 250, 0, Table.UPPER);
        long first = table.find(0x1234_5678_9ABC_DEF0L);
        assertThat(Table.move(first)).isEqualTo(0xFFFF);
        assertThat(Table.score(first)).isEqualTo(-31_990);
        assertThat(Table.evaluation(first)).isEqualTo(-32_600);
        assertThat(Table.depth(first)).isEqualTo(64);
        assertThat(Table.bound(first)).isEqualTo(Table.EXACT);
        assertThat(Table.score(table.find(0x1234_5678_9ABC_DEF1L))).isEqualTo(17);
        assertThat(table.find(99)).isEqualTo(Table.NOTHING);
        // A new result without a move keeps the move that was known.
        table.store(0x1234_5678_9ABC_DEF1L, 0, 20, 250, 3, Table.LOWER);
        assertThat(Table.move(table.find(0x1234_5678_9ABC_DEF1L))).isEqualTo(1);
        table.clear();
        assertThat(table.find(0x1234_5678_9ABC_DEF0L)).isEqualTo(Table.NOTHING);
    }

    @Test
    void deepResultsOutliveShallowOnesUntilTheyAreOld() {
        Table table = new Table(1);
        long key = 7L << 40;
        table.store(key, 1, 1, 0, 20, Table.EXACT);
        for (int i = 1; i <= 40; i++) {
            table.store(key + i, 2, 2, 0, 1, Table.EXACT);
        }
        assertThat(table.find(key)).isNotEqualTo(Table.NOTHING);
        for (int age = 0; age < 6; age++) {
            table.nextAge();
        }
        for (int i = 1; i <= 40; i++) {
            table.store(key + i, 2, 2, 0, 1, Table.EXACT);
        }
        assertThat(table.find(key)).isEqualTo(Table.NOTHING);
        assertThatThrownBy(() -> new Table(0)).hasMessageContaining("1 to 8192 megabytes, not 0");
    }

    /** The fast answer is that of a plain one that takes back with the least valuable man and looks at no pins. */
    @Test
    void exchangesAgreeWithAPlainTwin() {
        Random random = new Random(11);
        int[] moves = new int[Board.MAX_MOVES];
        for (int game = 0; game < 200; game++) {
            Board board = SearchTest.randomBoard(random, 10 + random.nextInt(70));
            int count = board.legalCaptures(moves);
            for (int i = 0; i < count; i++) {
                int kind = Board.kind(moves[i]);
                if (kind != Board.QUIET_OR_CAPTURE) {
                    continue;
                }
                int plain = plain(board, moves[i]);
                String what = Board.asMove(moves[i]) + " in " + board.position();
                assertThat(FastExchange.atLeast(board, moves[i], plain))
                        .as(what)
                        .isTrue();
                assertThat(FastExchange.atLeast(board, moves[i], plain + 1))
                        .as(what)
                        .isFalse();
            }
        }
        assertThat(Position.START.board().legalCaptures(moves)).isZero();
    }

    private static int plain(Board board, int move) {
        int to = Board.to(move);
        int won = FastExchange.VALUE[(board.codeAt(to) - 1) % 6];
        int standing = FastExchange.VALUE[(board.codeAt(Board.from(move)) - 1) % 6];
        long occupied = board.occupied() & ~(1L << Board.from(move));
        return won - gain(board, to, board.side() ^ 1, standing, occupied);
    }

    private static int gain(Board board, int to, int side, int standing, long occupied) {
        long attackers = board.attackersTo(to, occupied) & ~(1L << to);
        for (int type = 0; type < 6; type++) {
            long own = attackers & board.men(side, type);
            if (own != 0) {
                if (type == 5 && (attackers & board.all(side ^ 1)) != 0) {
                    return 0;
                }
                long from = Long.lowestOneBit(own);
                int reply = gain(board, to, side ^ 1, FastExchange.VALUE[type], occupied & ~from);
                return Math.max(0, standing - reply);
            }
        }
        return 0;
    }
}
