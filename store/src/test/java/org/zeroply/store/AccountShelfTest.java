package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.analysis.Cause;
import org.zeroply.analysis.GameAccount;
import org.zeroply.analysis.Judgement.Phase;
import org.zeroply.coaching.FreeDecision;
import org.zeroply.coaching.Glances;
import org.zeroply.coaching.JudgedGame;
import org.zeroply.coaching.Motif;
import org.zeroply.coaching.OwnMove;
import org.zeroply.coaching.OwnMove.Mark;
import org.zeroply.coaching.Peers.PeerGame;
import org.zeroply.coaching.Slip;
import org.zeroply.gametree.GameResult;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.store.AccountShelf.Kept;

/** What accounts take of a game comes back to the last digit, and only for the game as it was. */
@SuppressWarnings("NullAway.Init")
class AccountShelfTest {
    private static final Move E4 = new Move(Square.E2, Square.E4);
    private static final String NOOR = "Haddad, Noor";

    @TempDir
    Path folder;

    private Workbook workbook;

    @BeforeEach
    void open() {
        workbook = Books.open(folder.resolve("club.zeroply"));
    }

    @AfterEach
    void close() {
        workbook.close();
    }

    /** A move with everything that a random source gives it. */
    private static OwnMove move(Random random, int ply) {
        boolean slips = random.nextInt(4) == 0;
        boolean tactics = slips && random.nextBoolean();
        Slip.Tactic tactic =
                new Slip.Tactic(random.nextBoolean(), Motif.values()[random.nextInt(8)], 1 + random.nextInt(3));
        Slip slip = new Slip(
                tactics ? Cause.Kind.TACTICS : random.nextBoolean() ? Cause.Kind.KING : null,
                tactics ? tactic : null,
                Position.START.play(E4),
                List.of(new Move(Square.E7, Square.E5)),
                random.nextBoolean()
                        ? List.of()
                        : List.of(new Move(Square.G1, Square.F3), new Move(Square.B8, Square.C6)));
        Glances glances = new Glances(
                List.of(1 + random.nextInt(9), 1 + random.nextInt(9), 1 + random.nextInt(9)),
                random.nextDouble(),
                random.nextDouble(),
                random.nextBoolean() ? null : new Move(Square.A7, Square.A8, PieceType.KNIGHT),
                random.nextDouble(),
                random.nextBoolean());
        return new OwnMove(
                ply,
                E4,
                Phase.values()[random.nextInt(3)],
                random.nextDouble(),
                random.nextDouble(),
                random.nextBoolean(),
                random.nextBoolean(),
                random.nextBoolean() ? null : glances,
                random.nextBoolean(),
                random.nextBoolean() ? null : Motif.FORK,
                random.nextBoolean(),
                random.nextLong(),
                random.nextLong(),
                random.nextBoolean() ? Optional.empty() : Optional.of(Duration.ofMillis(random.nextInt(900_000))),
                random.nextBoolean(),
                random.nextBoolean() ? Set.of() : Set.of(Mark.DRIFT, Mark.PRAISE),
                slips ? slip : null,
                random.nextInt(5) == 0 ? new FreeDecision(FreeDecision.Kind.BREAK, Square.D5) : null);
    }

    private static JudgedGame judged(long id, Side side, String player, long seed) {
        Random random = new Random(seed);
        Map<Phase, Double> phases = new EnumMap<>(Phase.class);
        phases.put(Phase.OPENING, random.nextDouble());
        phases.put(Phase.ENDING, random.nextDouble());
        List<OwnMove> moves = new ArrayList<>();
        for (int ply = side.ordinal(); ply < 60; ply += 2) {
            moves.add(move(random, ply));
        }
        return new JudgedGame(
                id,
                side,
                player,
                1900,
                "Tarn, Bastian",
                "2026.03.??",
                GameResult.DRAW,
                "Slav: quiet line",
                new GameAccount(side, random.nextDouble(), phases, random.nextDouble(), -random.nextDouble(), 0.07),
                moves);
    }

    private long add(String white, String black) {
        return workbook.games()
                .add(
                        Books.game("[White \"" + white + "\"]\n[Black \"" + black
                                + "\"]\n[WhiteElo \"1900\"]\n[BlackElo \"1700\"]\n1.c4 e5 *"),
                        "add");
    }

    private void keep(JudgedGame game) {
        workbook.accounts().keep(game, workbook.accounts().revision(game.game()), "calculator 9");
    }

    @Test
    void everySideComesBackAsItWas() {
        for (long seed = 0; seed < 60; seed++) {
            JudgedGame game = judged(7, seed % 2 == 0 ? Side.WHITE : Side.BLACK, NOOR, seed);
            assertThat(AccountText.read(7, AccountText.write(game))).contains(game);
            PeerGame peer = PeerGame.of(game);
            assertThat(AccountText.readPeer(NOOR, 1900, AccountText.writePeer(peer)))
                    .isEqualTo(peer);
        }
        assertThat(AccountText.read(7, "account 0\n")).isEmpty();
        assertThat(AccountText.read(
                        7, AccountText.write(judged(7, Side.WHITE, NOOR, 1)).substring(0, 300)))
                .as("cut short")
                .isEmpty();
    }

    @Test
    void gamesAreFoundUnderAllNamesOfAPlayer() {
        long first = add(NOOR, "Tarn, Bastian");
        long second = add("Tarn, Bastian", "Haddad, N.");
        long third = add("Okafor, Sam", NOOR);
        long self = add(NOOR, "Haddad, N.");
        add("Haddad, Noora", "Tarn, Bastian");
        keep(judged(first, Side.WHITE, NOOR, 1));
        keep(judged(second, Side.BLACK, "Haddad, N.", 2));
        keep(judged(second, Side.WHITE, "Tarn, Bastian", 3));
        AccountShelf.Games games = workbook.accounts().of(List.of(NOOR, "Haddad, N."));
        assertThat(games.kept())
                .containsExactlyInAnyOrder(
                        new Kept(judged(first, Side.WHITE, NOOR, 1), "calculator 9"),
                        new Kept(judged(second, Side.BLACK, "Haddad, N.", 2), "calculator 9"));
        assertThat(games.missing()).containsExactly(third);
        assertThat(games.selfPlayed()).containsExactly(self);
        assertThat(workbook.accounts().of(List.of("?!")))
                .isEqualTo(new AccountShelf.Games(List.of(), List.of(), List.of()));
    }

    @Test
    void anEditedOrRemovedGameHasNone() {
        long id = add(NOOR, "Tarn, Bastian");
        keep(judged(id, Side.WHITE, NOOR, 1));
        assertThat(workbook.accounts().peers()).hasSize(1);
        workbook.games()
                .save(
                        id,
                        Books.game("[White \"Haddad, Noor\"]\n[Black \"Tarn, Bastian\"]\n1.c4 e5 2.g3 *"),
                        "",
                        "edit");
        assertThat(workbook.accounts().of(List.of(NOOR)).missing()).containsExactly(id);
        assertThat(workbook.accounts().peers()).isEmpty();
        workbook.games().remove(List.of(id), "remove");
        assertThat(workbook.accounts().of(List.of(NOOR)).missing()).isEmpty();
    }

    @Test
    void whatIsDamagedIsWorkedOutAgain() {
        long id = add(NOOR, "Tarn, Bastian");
        keep(judged(id, Side.WHITE, NOOR, 1));
        workbook.write(handle -> {
            handle.execute("drop trigger account_changed");
            return handle.execute("update account set content = replace(content, 'M 2 ', 'M 4 ')");
        });
        assertThat(workbook.accounts().of(List.of(NOOR)).missing()).containsExactly(id);
    }
}
