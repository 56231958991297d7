package org.zeroply.store;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.statement.EmptyHandling;
import org.zeroply.coaching.JudgedGame;
import org.zeroply.coaching.Peers.PeerGame;
import org.zeroply.rules.Side;

/**
 * What accounts take of judged games, kept so that an account over hundreds of them is read at once. It belongs to a state of
 * its game; of another one it is none. Any thread.
 */
public final class AccountShelf {
    /** What is damaged, or of another state of the game, is worked out again. */
    private static final String WHOLE =
            " account.revision = game.revision and account.sum is row_sum(account.game, side,"
                    + " account.revision, analyst, content)";

    private final Workbook workbook;

    AccountShelf(Workbook workbook) {
        this.workbook = workbook;
    }

    /**
     * What is kept of a game that a player has.
     *
     * @param analyst who judged it, see {@link org.zeroply.search.Analyst#name}
     */
    public record Kept(JudgedGame game, String analyst) {}

    /**
     * The games of some names.
     *
     * @param kept those of which an account is kept; a game in which both players have one of the names is left out
     * @param missing those of which none is, the newest first; without moves there is nothing to judge
     * @param selfPlayed games in which both players have one of the names
     */
    public record Games(List<Kept> kept, List<Long> missing, List<Long> selfPlayed) {
        public Games {
            kept = List.copyOf(kept);
            missing = List.copyOf(missing);
            selfPlayed = List.copyOf(selfPlayed);
        }
    }

    /** Keeps one side of a judged game in the state in which it was read. */
    public void keep(JudgedGame game, long revision, String analyst) {
        String content = AccountText.write(game);
        String peer = AccountText.writePeer(PeerGame.of(game));
        workbook.write(handle -> {
            handle.execute(
                    "insert into account (game, side, revision, analyst, content) values (?, ?, ?, ?, ?) on conflict do"
                            + " update set revision = excluded.revision, analyst = excluded.analyst, content ="
                            + " excluded.content",
                    game.game(),
                    game.side().ordinal(),
                    revision,
                    analyst,
                    content);
            return handle.execute(
                    "insert into peer (game, side, revision, content) values (?, ?, ?, ?) on conflict do update set"
                            + " revision = excluded.revision, content = excluded.content",
                    game.game(),
                    game.side().ordinal(),
                    revision,
                    peer);
        });
    }

    /** The state of a game, for {@link #keep}; read it before the game. */
    public long revision(long game) {
        return workbook.read(handle -> handle.createQuery("select revision from game where id = ?")
                .bind(0, game)
                .mapTo(Long.class)
                .findOne()
                .orElse(0L));
    }

    private record Row(long id, boolean isBoth, String analyst, String content) {}

    /** The games that players of these names have, those taken off the list left out. */
    public Games of(Collection<String> names) {
        Map<Long, Row> rows = new TreeMap<>(Comparator.reverseOrder());
        workbook.read(handle -> {
            for (String name : names) {
                for (Side side : Side.values()) {
                    rows(handle, side, name, names).forEach(row -> rows.put(row.id(), row));
                }
            }
            return true;
        });
        List<Kept> kept = new ArrayList<>();
        List<Long> missing = new ArrayList<>();
        List<Long> self = new ArrayList<>();
        for (Row row : rows.values()) {
            if (row.isBoth()) {
                self.add(row.id());
            } else {
                AccountText.read(row.id(), row.content())
                        .ifPresentOrElse(game -> kept.add(new Kept(game, row.analyst())), () -> missing.add(row.id()));
            }
        }
        return new Games(kept, missing, self);
    }

    private static List<Row> rows(Handle handle, Side side, String name, Collection<String> names) {
        String column = side == Side.WHITE ? "white" : "black";
        String match = GameFilter.in(column, name);
        if (match.isEmpty()) {
            return List.of();
        }
        return handle.createQuery("select game.id, white in (<names>) and black in (<names>), coalesce(analyst, ''),"
                        + " coalesce(content, '') from game left join account on account.game = game.id and side = :side and"
                        + WHOLE
                        + " where hidden = 0 and plies > 0 and game.id in (select rowid from words where words match :match) and "
                        + column + " = :name")
                .bindList(EmptyHandling.NULL_KEYWORD, "names", List.copyOf(names))
                .bind("side", side.ordinal())
                .bind("match", match)
                .bind("name", name)
                .map((row, context) -> new Row(row.getLong(1), row.getBoolean(2), row.getString(3), row.getString(4)))
                .list();
    }

    /**
     * A game that is not judged.
     *
     * @param event as its tag has it
     */
    public record Unjudged(long id, String white, String black, String event) {}

    /** The games of players of these names that are not judged as they stand, the newest first; so many at most. */
    public List<Unjudged> unjudged(Collection<String> names, int most) {
        if (names.isEmpty()) {
            return List.of();
        }
        return workbook.read(
                handle -> handle.createQuery("select id, white, black, event from game where hidden = 0 and"
                                + " plies > 0 and (white in (<names>) or black in (<names>)) and not exists (select 1 from account"
                                + " where account.game = game.id and side = 0 and account.revision = game.revision)"
                                + " order by date desc, id desc limit :most")
                        .bindList("names", List.copyOf(names))
                        .bind("most", most)
                        .map((row, context) ->
                                new Unjudged(row.getLong(1), row.getString(2), row.getString(3), row.getString(4)))
                        .list());
    }

    /** Another number once {@link #peers} says something else, but for games that were only edited; quick to ask. */
    public long stamp() {
        return workbook.read(handle -> handle.createQuery(
                        "select coalesce(sum(sum), 0) + (select count(*) from game where" + " hidden = 0) from peer")
                .mapTo(Long.class)
                .one());
    }

    /** All sides of all judged games of players with a rating, for comparing. */
    public List<PeerGame> peers() {
        List<PeerGame> peers = new ArrayList<>();
        workbook.read(handle -> {
            handle.createQuery("select side, white, white_rating, black, black_rating, content from peer join game on"
                            + " game.id = peer.game where hidden = 0 and peer.revision = game.revision and peer.sum is"
                            + " row_sum(peer.game, side, peer.revision, content)")
                    .map((row, context) -> {
                        boolean isWhite = row.getInt(1) == Side.WHITE.ordinal();
                        add(peers, row.getString(isWhite ? 2 : 4), row.getInt(isWhite ? 3 : 5), row.getString(6));
                        return true;
                    })
                    .list();
            return true;
        });
        return peers;
    }

    private static void add(List<PeerGame> peers, String player, int rating, String text) {
        if (rating > 0) {
            peers.add(AccountText.readPeer(player, rating, text));
        }
    }
}
