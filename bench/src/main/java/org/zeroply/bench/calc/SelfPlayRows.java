package org.zeroply.bench.calc;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Position;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;

/**
 * Games that the calculator plays against itself, written as rows for {@link Fit}: FEN, tab, White's score in the game,
 * tab, what the search thought. Only quiet positions: no check, no capture played next, no mate seen.
 */
final class SelfPlayRows {
    private SelfPlayRows() {}

    static void run(Path file, int games, long nodes, long firstOpening) throws IOException, InterruptedException {
        AtomicInteger next = new AtomicInteger();
        AtomicInteger rows = new AtomicInteger();
        try (BufferedWriter out = Files.newBufferedWriter(file, StandardCharsets.UTF_8);
                ExecutorService threads = Executors.newFixedThreadPool(2)) {
            for (int thread = 0; thread < 2; thread++) {
                threads.execute(() -> {
                    Player player = Player.of(new Calculator(SelfPlay.TABLE_MEGABYTES, 1), Limit.nodes(nodes));
                    for (int game = next.getAndIncrement(); game < games; game = next.getAndIncrement()) {
                        SelfPlay.Played played = SelfPlay.play(player, player, SelfPlay.opening(firstOpening + game));
                        rows.addAndGet(write(played, out));
                        if (game % 200 == 199) {
                            System.out.println(game + 1 + " games, " + rows + " positions");
                        }
                    }
                });
            }
        }
        System.out.println(games + " games, " + rows + " positions in " + file);
    }

    private static int write(SelfPlay.Played played, BufferedWriter out) {
        StringBuilder text = new StringBuilder();
        int rows = 0;
        List<Player.Choice> choices = played.choices();
        for (int i = 0; i < choices.size(); i++) {
            Position position = played.positions().get(played.openingPlies() + i);
            Player.Choice choice = choices.get(i);
            if (position.isCheck()
                    || position.isCapture(choice.move())
                    || choice.move().promotion() != null
                    || Math.abs(choice.white()) > 1500) {
                continue;
            }
            text.append(Fen.write(position))
                    .append('\t')
                    .append(played.result())
                    .append('\t')
                    .append(choice.white())
                    .append('\n');
            rows++;
        }
        synchronized (out) {
            try {
                out.write(text.toString());
            } catch (IOException failure) {
                throw new UncheckedIOException(failure);
            }
        }
        return rows;
    }
}
