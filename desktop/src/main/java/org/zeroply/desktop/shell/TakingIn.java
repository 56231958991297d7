package org.zeroply.desktop.shell;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.games.GamesModel;
import org.zeroply.desktop.kit.CopiedText;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Fen;
import org.zeroply.notation.FenReading;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.rules.Position;

/** Whatever comes in from outside, wherever one is: files, pasted text, dropped files, new games. */
final class TakingIn {
    /** Less of a board cannot have been meant as one. */
    private static final int RANKS_OF_A_BOARD = 7;

    private final OpenGame reading;
    private final GamesModel games;
    private final Sheets sheets;
    private final Runnable toReading;
    private final Runnable toGames;

    TakingIn(OpenGame reading, GamesModel games, Sheets sheets, Runnable toReading, Runnable toGames) {
        this.reading = reading;
        this.games = games;
        this.sheets = sheets;
        this.toReading = toReading;
        this.toGames = toGames;
    }

    void newGame() {
        add(Game.empty(), "undo.newGame");
    }

    /** Starts an analysis from a position. */
    void newFrom(Position position) {
        newFrom(GameTree.of(position));
    }

    /** A new game that begins with what was set up, and what was drawn on it. */
    void newFrom(GameTree start) {
        add(Game.empty().with(start), "undo.newGame");
    }

    private void add(Game game, String undo) {
        reading.add(game, Texts.of(undo));
        toReading.run();
    }

    void importFiles(List<Path> chosen) {
        if (!chosen.isEmpty()) {
            toGames.run();
            games.importFiles(chosen);
        }
    }

    /** A pasted text is a position, or one or more games. */
    void paste() {
        String text = CopiedText.get();
        if (!text.isBlank()) {
            take(text);
        }
    }

    /** Takes a FEN or PGN text in; what is neither is explained. */
    void take(String text) {
        switch (Fen.read(text)) {
            case FenReading.Read read -> newFrom(read.position());
            case FenReading.Refused refused -> {
                boolean meantAsFen = text.strip().split("/", -1).length >= RANKS_OF_A_BOARD && !text.contains("[");
                if (meantAsFen) {
                    sheets.say(Texts.of("paste.badFen", String.join("; ", refused.reasons())));
                } else {
                    takePgn(text);
                }
            }
        }
    }

    private void takePgn(String text) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        try {
            PgnReader reader = new PgnReader(new ByteArrayInputStream(bytes));
            PgnEntry first = reader.next();
            boolean only = reader.next() == null;
            if (!(first instanceof PgnEntry.Read read) || read.game().tree().size() == 0) {
                sheets.say(Texts.of("paste.nothing"));
            } else if (only && read.faults().isEmpty()) {
                add(read.game(), "undo.pasted");
            } else {
                games.importStream(Texts.of("paste.name"), () -> new ByteArrayInputStream(bytes));
                toGames.run();
            }
        } catch (IOException impossible) {
            throw new IllegalStateException(impossible);
        }
    }
}
