package org.zeroply.store;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.statement.Update;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameDate;
import org.zeroply.gametree.GameNode;
import org.zeroply.rules.Move;

/** What of a game can be found without reading it: its searchable columns, words and main line, worked out from it. */
record GameColumns(
        String white,
        String black,
        String event,
        String site,
        String date,
        String round,
        String result,
        int plies,
        int remarks,
        long sameMoves,
        String opening,
        int whiteRating,
        int blackRating,
        String notes) {
    private static final int COUNT = 13;
    private static final int LONGEST_NOTES = 1 << 16;

    static GameColumns of(Game game) {
        String white = game.tags().known("White");
        String black = game.tags().known("Black");
        List<Integer> line = game.tree().mainLine();
        int remarks = 0;
        StringBuilder notes = new StringBuilder();
        for (GameNode node : game.tree().table()) {
            if (node == null) {
                continue;
            }
            boolean noted = !node.after().isEmpty() || !node.before().isEmpty();
            if (noted || !node.signs().isEmpty() || node.children().size() > 1) {
                remarks++;
            }
            if (noted && notes.length() < LONGEST_NOTES) {
                notes.append(node.before()).append(' ').append(node.after()).append('\n');
            }
        }
        return new GameColumns(
                white,
                black,
                game.tags().known("Event"),
                game.tags().known("Site"),
                date(game.tags().known("Date")),
                game.tags().known("Round"),
                game.result().text(),
                line.size(),
                remarks,
                sameMoves(game, white, black, line),
                Stream.of("ECO", "Opening", "Variation")
                        .map(tag -> game.tags().known(tag))
                        .filter(said -> !said.isEmpty())
                        .collect(Collectors.joining(" ")),
                rating(game, "WhiteElo"),
                rating(game, "BlackElo"),
                notes.toString());
    }

    /** A date as PGN writes it, so that the list is in order; a text that is none, or does not say which, as it stands. */
    private static String date(String tag) {
        List<GameDate> meant = GameDate.read(tag);
        return meant.size() == 1 ? meant.getFirst().pgn() : tag;
    }

    /** A rating as a tag gives it; 0 where there is none. */
    static int rating(Game game, String tag) {
        String said = game.tags().known(tag).strip();
        return said.matches("[1-9]\\d{2,3}") ? Integer.parseInt(said) : 0;
    }

    /** Equal for games of the same players with the same start and main line: 64 bits of a SHA-256. */
    private static long sameMoves(Game game, String white, String black, List<Integer> line) {
        byte[] players = (white.toLowerCase(Locale.ROOT) + '\n' + black.toLowerCase(Locale.ROOT) + '\n')
                .getBytes(StandardCharsets.UTF_8);
        ByteBuffer bytes = ByteBuffer.allocate(players.length + 8 + 3 * line.size());
        bytes.put(players).putLong(game.tree().start().key());
        for (int id : line) {
            Move move = game.tree().node(id).played();
            bytes.put((byte) move.from().ordinal()).put((byte) move.to().ordinal());
            bytes.put((byte) (move.promotion() == null ? 0 : move.promotion().ordinal()));
        }
        try {
            byte[] hash = MessageDigest.getInstance("SHA-256").digest(bytes.array());
            return ByteBuffer.wrap(hash).getLong();
        } catch (NoSuchAlgorithmException impossible) {
            throw new IllegalStateException(impossible);
        }
    }

    /** Keeps a new game with everything that it is found by. */
    static long insert(Handle handle, Game game, GameColumns columns, @Nullable Long batch) {
        long id = columns.bindTo(
                        handle.createUpdate("insert into game (white, black, event, site, date, round, result, plies,"
                                + " remarks, same_moves, opening, white_rating, black_rating, batch, uid, revision)"
                                + " values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, random(), random())"))
                .bind(COUNT, batch)
                .executeAndReturnGeneratedKeys("id")
                .mapTo(Long.class)
                .one();
        handle.execute("insert into content (id, bytes) values (?, ?)", id, GameBlob.write(game));
        insertLine(handle, id, game);
        columns.insertWords(handle, id);
        return id;
    }

    /** Keeps a game anew, with its bytes; the position index forgets it if its moves or its result changed. */
    static void update(Handle handle, long id, Game game, byte[] blob) {
        GameColumns columns = of(game);
        String start = MainLine.start(game.tree());
        byte[] line = MainLine.write(game.tree());
        boolean sameGame = handle.createQuery("select count(*) from line join game using (id)"
                                + " where id = ? and start is ? and moves = ? and result = ?")
                        .bind(0, id)
                        .bind(1, start)
                        .bind(2, line)
                        .bind(3, columns.result)
                        .mapTo(Long.class)
                        .one()
                == 1;
        if (!sameGame) {
            PositionIndex.forget(handle, id);
        }
        columns.bindTo(handle.createUpdate("update game set white = ?, black = ?, event = ?, site = ?, date = ?,"
                        + " round = ?, result = ?, plies = ?, remarks = ?, same_moves = ?, opening = ?, white_rating = ?,"
                        + " black_rating = ? where id = ?"))
                .bind(COUNT, id)
                .execute();
        handle.execute("update content set bytes = ? where id = ?", blob, id);
        handle.execute("update line set start = ?, moves = ? where id = ?", start, line, id);
        handle.execute("delete from words where rowid = ?", id);
        columns.insertWords(handle, id);
    }

    /** Works everything out for a game that so far only has its content. */
    static void fill(Handle handle, long id) {
        Game game = GameBlob.read(GameShelf.blob(handle, id));
        GameColumns columns = of(game);
        handle.execute(
                "update game set same_moves = ?, opening = ? where id = ?", columns.sameMoves, columns.opening, id);
        insertLine(handle, id, game);
        columns.insertWords(handle, id);
    }

    /** Whether the row of a game says the same; notes have no column. */
    boolean isKept(Handle handle, long id) {
        return handle.createQuery("select white, black, event, site, date, round, result, plies, remarks, same_moves,"
                        + " opening, white_rating, black_rating from game where id = ?")
                .bind(0, id)
                .map((rows, context) -> new GameColumns(
                        rows.getString(1),
                        rows.getString(2),
                        rows.getString(3),
                        rows.getString(4),
                        rows.getString(5),
                        rows.getString(6),
                        rows.getString(7),
                        rows.getInt(8),
                        rows.getInt(9),
                        rows.getLong(10),
                        rows.getString(11),
                        rows.getInt(12),
                        rows.getInt(13),
                        notes))
                .findOne()
                .filter(this::equals)
                .isPresent();
    }

    private static void insertLine(Handle handle, long id, Game game) {
        handle.execute(
                "insert into line (id, start, moves) values (?, ?, ?)",
                id,
                MainLine.start(game.tree()),
                MainLine.write(game.tree()));
    }

    private void insertWords(Handle handle, long id) {
        handle.execute(
                "insert into words (rowid, white, black, event, site, date, result, opening, notes)"
                        + " values (?, ?, ?, ?, ?, ?, ?, ?, ?)",
                id,
                white,
                black,
                event,
                site,
                date,
                result,
                opening,
                notes);
    }

    /** Binds the columns of the table of games in their order, from place 0 on. */
    private Update bindTo(Update update) {
        return update.bind(0, white)
                .bind(1, black)
                .bind(2, event)
                .bind(3, site)
                .bind(4, date)
                .bind(5, round)
                .bind(6, result)
                .bind(7, plies)
                .bind(8, remarks)
                .bind(9, sameMoves)
                .bind(10, opening)
                .bind(11, whiteRating)
                .bind(12, blackRating);
    }
}
