package org.zeroply.bench;

import java.io.IOException;
import java.io.InputStream;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.zeroply.analysis.GameSweep;
import org.zeroply.analysis.GameSweep.Looked;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.LinePass;
import org.zeroply.analysis.Study;
import org.zeroply.analysis.StudyText;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Fen;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.rules.Position;
import org.zeroply.sample.SampleClub;
import org.zeroply.search.Analyst;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Calculator;
import org.zeroply.search.Threat;
import org.zeroply.search.Verdict;
import org.zeroply.work.Cancel;

/**
 * Judges the games of the sample club's students with the present calculator and writes what was calculated into the file that
 * comes with the club. A game that stands there already, judged by the same calculator, is left alone, so that it can be stopped
 * and goes on; with another one everything is judged anew. An hour or two.
 */
public final class SampleJudge {
    private static final int TABLE_MEGABYTES = 32;

    /** Of a line no more than this is shown anywhere. */
    private static final int LONGEST = 8;

    private static final double DIGITS = 10_000;

    private final GameSweep sweep = new GameSweep(SampleJudge::analyst);
    private final Set<Position> written = new HashSet<>();
    private final int beside;

    private SampleJudge(int beside) {
        this.beside = beside;
    }

    static Analyst analyst() {
        return new Calculator(TABLE_MEGABYTES, 1);
    }

    /**
     * @param arguments the file; how many positions are looked at beside each other, one if it is not said; the names of players,
     *     of whose games no others are judged, the four students if none is said
     */
    public static void main(String[] arguments) throws IOException {
        int beside = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 1;
        List<String> players = arguments.length > 2
                ? List.of(arguments).subList(2, arguments.length)
                : SampleClub.students().stream().map(SampleClub.Student::name).toList();
        new SampleJudge(beside).run(Path.of(arguments[0]), players);
    }

    private void run(Path file, List<String> players) throws IOException {
        String name = analyst().name();
        List<String> before = Files.exists(file) ? Files.readAllLines(file, StandardCharsets.UTF_8) : List.of();
        Set<String> done = new HashSet<>();
        if (before.isEmpty() || !before.getFirst().equals(name)) {
            Files.writeString(file, name + "\n");
        } else {
            before.stream().filter(line -> line.startsWith(SampleClub.GAME)).forEach(done::add);
            before.stream()
                    .filter(line -> line.startsWith(SampleClub.AT))
                    .forEach(line -> written.add(Fen.position(line.split(" ", 3)[2])));
        }
        List<Game> games = new ArrayList<>(read(SampleClub.season()));
        games.addAll(read(SampleClub.games()));
        for (Game game : games) {
            String heading = SampleClub.GAME + game.tags().known("White") + " - "
                    + game.tags().known("Black") + " " + game.tags().known("Date");
            boolean isWanted = players.contains(game.tags().known("White"))
                    || players.contains(game.tags().known("Black"));
            if (isWanted && !game.tree().mainLine().isEmpty() && done.add(heading)) {
                long begun = System.nanoTime();
                String judged = heading + "\n" + judge(game.tree());
                try (Writer out = Files.newBufferedWriter(file, StandardOpenOption.APPEND)) {
                    out.write(judged);
                }
                System.out.printf("%s: %d s%n", heading, (System.nanoTime() - begun) / 1_000_000_000);
            }
        }
    }

    static List<Game> read(InputStream source) throws IOException {
        try (InputStream in = source) {
            List<Game> games = new ArrayList<>();
            PgnReader reader = new PgnReader(in);
            for (PgnEntry entry = reader.next(); entry != null; entry = reader.next()) {
                if (entry instanceof PgnEntry.Read read) {
                    games.add(read.game());
                }
            }
            return games;
        }
    }

    private static Collection<Integer> wanted(List<Integer> main) {
        Collection<Integer> wanted = new LinkedHashSet<>(List.of(GameTree.ROOT));
        wanted.addAll(main);
        return wanted;
    }

    /** What the pass over a line finds, second looks with it, by node; so many positions beside each other. */
    static Map<Integer, List<Looked>> looked(GameTree tree, List<Integer> main, GameSweep sweep, int beside) {
        LinePass pass = new LinePass(tree, wanted(main), List.of(main), Judgement.USUAL_THRESHOLD);
        Map<Integer, List<Looked>> looked = new HashMap<>();
        pass.run(
                sweep,
                beside,
                (one, node) ->
                        looked.computeIfAbsent(node, any -> new ArrayList<>()).add(one),
                new Cancel());
        return looked;
    }

    private String judge(GameTree tree) {
        List<Integer> main = GameSweep.judged(tree, tree.mainLine());
        Map<Integer, List<Looked>> looked = looked(tree, main, sweep, beside);
        StringBuilder text = new StringBuilder();
        for (int node : wanted(main)) {
            Position position = tree.positionAt(node);
            List<Position> line = tree.positionsAlong(tree.pathTo(node));
            if (Study.standsAlone(position, line.subList(0, line.size() - 1)) && written.add(position)) {
                looked.getOrDefault(node, List.of())
                        .forEach(each -> text.append(SampleClub.AT)
                                .append(each.isSecond() ? "second " : "first ")
                                .append(Fen.write(position))
                                .append('\n')
                                .append(StudyText.write(shortened(each.study())).strip())
                                .append('\n'));
            }
        }
        return text.toString();
    }

    /** Without what a judgement never looks at: the tails of lines, what glances put behind the best move, digits. */
    static Study shortened(Study study) {
        List<Calculation> calculations = new ArrayList<>();
        Calculation deep = study.calculations().getFirst();
        for (int i = 0; i < study.calculations().size(); i++) {
            int most = i == 0 ? LONGEST : 1;
            Calculation all = study.calculations().get(i);
            List<CalculatedLine> lines = new ArrayList<>();
            for (CalculatedLine line : all.lines()) {
                lines.add(new CalculatedLine(
                        line.moves().subList(0, Math.min(most, line.moves().size())),
                        rounded(line.verdict()),
                        line.depth()));
                if (line.first().equals(deep.lines().getFirst().first())) {
                    break;
                }
            }
            calculations.add(new Calculation(all.position(), lines, all.depth(), all.nodes(), all.millis(), true));
        }
        List<Threat> against = study.threats();
        List<Threat> threats = against == null
                ? null
                : against.stream()
                        .map(threat -> new Threat(
                                threat.kind(),
                                threat.line()
                                        .subList(0, Math.min(3, threat.line().size())),
                                threat.targets(),
                                threat.from(),
                                threat.gain(),
                                threat.mateIn()))
                        .toList();
        return new Study(study.position(), threats, calculations, study.natural(), study.ease(), true);
    }

    private static Verdict rounded(Verdict verdict) {
        return new Verdict(verdict.hundredths(), Math.round(DIGITS * verdict.expected()) / DIGITS, verdict.mateIn());
    }
}
