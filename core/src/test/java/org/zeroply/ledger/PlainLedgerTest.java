package org.zeroply.ledger;

import org.junit.jupiter.api.Test;
import org.zeroply.notation.Fen;
import org.zeroply.rules.RandomPlay;

/**
 * Measures of the ledger against plain twins, {@link PlainMeasures} and {@link PlainExchange}, that only know what stands
 * where and walk over the board step by step, over positions of random games.
 */
class PlainLedgerTest {
    @Test
    void theLedgerSaysWhatThePlainTwinCounts() {
        RandomPlay.positions(61, 6, 110, position -> {
            if (position.moveNumber() % 12 == 0) {
                LedgerTwin.compare(position);
            }
        });
    }

    @Test
    void exchangesArePlayedOutAlike() {
        RandomPlay.positions(62, 4, 110, LedgerTwin::compareExchanges);
        for (String fen : new String[] {
            "4k3/8/2n5/4p3/3P4/5N2/8/4K3 w - - 0 1",
            "3rk3/3r4/8/3p4/4P3/8/3Q4/3RK3 b - - 0 1",
            "4k3/4r3/8/4p3/3P4/8/4R3/4K3 w - - 0 1",
            "1n2k3/P7/8/8/8/8/8/1R2K3 w - - 0 1",
            "4k3/8/8/b7/1P6/2N5/8/4K3 b - - 0 1",
            "k7/8/8/3q4/4B3/8/6K1/8 b - - 0 1"
        }) {
            LedgerTwin.compareExchanges(Fen.position(fen));
            LedgerTwin.compareExchanges(Fen.position(fen).mirrored());
        }
    }

    @Test
    void alsoInEndings() {
        for (String fen : new String[] {
            "8/2k5/8/1P1p4/3P4/8/5K2/8 w - - 0 1",
            "8/8/1p1k4/1P3p2/5P2/3K4/8/8 b - - 0 1",
            "6k1/R6p/6p1/8/2p5/2P3P1/5K1P/1r6 w - - 0 1",
            "8/1b3k2/p3p3/P1N1P3/8/4K3/8/8 w - - 0 1",
            "3q2k1/5pp1/7p/8/1p6/1P4P1/3Q1P1P/6K1 b - - 0 1"
        }) {
            LedgerTwin.compare(Fen.position(fen));
        }
    }
}
