package org.zeroply.store;

import java.io.IOException;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/**
 * The list of games as a table for other programs (CSV, RFC 4180). Texts come from files of anybody, and a spreadsheet
 * would run a text that begins like a formula; such a text gets an apostrophe in front, which spreadsheets show as text.
 */
final class GameTable implements AutoCloseable {
    private static final String FORMULAS = "=+-@\t\r";

    private final CSVPrinter printer;

    /**
     * @param headings one for each column: White, Black, result, date, event, site, round, moves
     */
    GameTable(Appendable out, List<String> headings) throws IOException {
        printer = new CSVPrinter(out, CSVFormat.RFC4180);
        printer.printRecord(headings);
    }

    void add(GameSummary game) throws IOException {
        printer.printRecord(
                harmless(game.white()),
                harmless(game.black()),
                harmless(game.result()),
                harmless(game.date()),
                harmless(game.event()),
                harmless(game.site()),
                harmless(game.round()),
                (game.plies() + 1) / 2);
    }

    static String harmless(String text) {
        return !text.isEmpty() && FORMULAS.indexOf(text.charAt(0)) >= 0 ? '\'' + text : text;
    }

    @Override
    public void close() throws IOException {
        printer.close(true);
    }
}
