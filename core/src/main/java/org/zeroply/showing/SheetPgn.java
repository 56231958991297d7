package org.zeroply.showing;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.Command;
import org.zeroply.gametree.Fields;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.OwnMark;
import org.zeroply.gametree.Tags;
import org.zeroply.ledger.ConceptMap;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnFault;
import org.zeroply.notation.PgnReader;
import org.zeroply.notation.PgnWriter;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Side;

/**
 * Sheets as PGN: each card is a game. The question is the comment before the first move and the answer its moves; what else
 * a card has stands in tags that begin with Card. See docs/sheet-format.md. A file of anybody's games is read as well: each
 * comment that ends with a question mark is a card, and a game without any is one.
 */
public final class SheetPgn {
    private static final String KIND = "CardKind";
    private static final String HINT = "CardHint";
    private static final String NOTE = "CardNote";
    private static final String SAID = "CardSaid";
    private static final String ORDER = "CardOrder";
    private static final String SOURCE = "CardSource";
    private static final String BOTTOM = "CardBottom";
    private static final String MAP = "CardMap";
    private static final String MOVE = "CardMove";
    private static final String SKETCH = "CardSketch";
    private static final String TEXT = "CardText";

    private SheetPgn() {}

    /**
     * A file of cards, read.
     *
     * @param faults what was wrong with the games as games
     * @param unread numbers of games whose tags say what no card is; they came in as positions
     */
    public record Contents(CardSheet sheet, List<PgnFault> faults, List<Long> unread) {
        public Contents {
            faults = List.copyOf(faults);
            unread = List.copyOf(unread);
        }
    }

    // ---- writing

    public static String write(CardSheet sheet) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < sheet.cards().size(); i++) {
            Game game = game(sheet.cards().get(i));
            Tags tags = game.tags().with("Event", line(sheet.name())).with("Round", Integer.toString(i + 1));
            out.append(PgnWriter.write(game.with(tags)));
        }
        return out.toString();
    }

    /** One card as a game. */
    public static Game game(Card card) {
        Game game = switch (card.face()) {
            case Face.Board board -> Game.empty().with(board.tree());
            case Face.Maps maps -> {
                Game of = Game.from(maps.position());
                Move move = maps.move();
                Tags tags = of.tags()
                        .with(MAP, maps.views().stream().map(SheetPgn::view).collect(Collectors.joining("; ")));
                yield of.with(move == null ? tags : tags.with(MOVE, San.write(maps.position(), move)));
            }
            case Face.Sketched sketched -> {
                GameTree bare = GameTree.of(Game.empty().tree().start());
                GameNode marked = CoachRemarks.NONE.withMarks(sketched.marks()).onto(bare.root());
                Game of = Game.empty().with(bare.with(marked));
                yield of.with(of.tags().with(SKETCH, sketched.sketch().text()));
            }
            case Face.Words words -> {
                Game of = Game.empty();
                yield of.with(of.tags().with(TEXT, escaped(words.text())));
            }
        };
        GameTree tree = game.tree();
        game = game.with(tree.with(tree.root().withAfter(card.question())));
        Tags tags = game.tags().with(KIND, card.face().key());
        for (int i = 0; i < card.hints().size(); i++) {
            tags = tag(tags, HINT + (i + 1), card.hints().get(i));
        }
        tags = tag(tags, NOTE, card.note());
        tags = tag(tags, SAID, String.join("\n", card.said()));
        tags = tag(tags, ORDER, card.order().stream().map(Stop::text).collect(Collectors.joining(", ")));
        tags = tag(tags, SOURCE, card.source());
        tags = tag(tags, BOTTOM, card.bottom() == Side.BLACK ? "black" : "");
        return game.with(tags);
    }

    private static String view(Face.MapView view) {
        return view.wish().text()
                + (view.when() == Face.When.NOW ? "" : ", " + view.when().name().toLowerCase(Locale.ROOT));
    }

    private static Tags tag(Tags tags, String name, String value) {
        return value.isEmpty() ? tags : tags.with(name, escaped(value));
    }

    /** Line ends and what else would break a tag, as in {@link Fields}. */
    private static String escaped(String text) {
        return Fields.command(TEXT, text).value();
    }

    private static String plain(Tags tags, String name) {
        List<String> texts = new ArrayList<>();
        for (String part : tags.get(name).split("\\|", -1)) {
            texts.addAll(Fields.of(new Command(name, part), name, 1).orElse(List.of()));
        }
        return String.join("|", texts);
    }

    private static String line(String text) {
        return text.replaceAll("\\s+", " ").strip();
    }

    // ---- reading

    /** Reads a file of games as a sheet. */
    public static Contents read(InputStream in) throws IOException {
        PgnReader reader = new PgnReader(in);
        List<Card> cards = new ArrayList<>();
        List<PgnFault> faults = new ArrayList<>();
        List<Long> unread = new ArrayList<>();
        String name = "";
        for (PgnEntry entry = reader.next(); entry != null; entry = reader.next()) {
            faults.addAll(entry.faults());
            if (entry instanceof PgnEntry.Read read) {
                Game game = read.game();
                name = name.isEmpty() ? game.tags().known("Event") : name;
                Optional<Card> own = own(game);
                if (own.isEmpty() && game.tags().has(KIND)) {
                    unread.add(read.number());
                }
                own.ifPresentOrElse(cards::add, () -> cards.addAll(ofGame(game)));
            }
        }
        return new Contents(new CardSheet(name, cards), faults, unread);
    }

    /** One card out of a game that was written from one; empty for any other game. */
    public static Optional<Card> own(Game game) {
        Tags tags = game.tags();
        GameTree tree = game.tree();
        String question = tree.root().after();
        GameTree bare = tree.with(tree.root().withAfter(""));
        Optional<Face> face = switch (tags.get(KIND)) {
            case "position" -> Optional.of(new Face.Board(bare));
            case "map" -> maps(game);
            case "sketch" ->
                Sketch.parse(tags.get(SKETCH))
                        .map(sketch -> new Face.Sketched(
                                sketch, CoachRemarks.of(tree.root()).marks()));
            case "words" -> Optional.of(new Face.Words(plain(tags, TEXT)));
            default -> Optional.empty();
        };
        List<String> hints = new ArrayList<>();
        for (int i = 1; i <= Card.MOST_HINTS; i++) {
            hints.add(plain(tags, HINT + i));
        }
        return face.map(shown -> new Card(
                shown,
                question,
                hints,
                plain(tags, NOTE),
                plain(tags, SAID).lines().toList(),
                Arrays.stream(plain(tags, ORDER).split(","))
                        .map(Stop::parse)
                        .flatMap(Optional::stream)
                        .toList(),
                plain(tags, SOURCE),
                tags.get(BOTTOM).equals("black") ? Side.BLACK : Side.WHITE));
    }

    private static Optional<Face> maps(Game game) {
        List<Face.MapView> views = new ArrayList<>();
        for (String part : game.tags().get(MAP).split(";")) {
            String[] words = part.split(",");
            Optional<ConceptMap.Wish> wish = ConceptMap.Wish.parse(words[0]);
            Optional<Face.When> when = words.length < 2
                    ? Optional.of(Face.When.NOW)
                    : Arrays.stream(Face.When.values())
                            .filter(each -> each.name().equalsIgnoreCase(words[1].strip()))
                            .findFirst();
            if (wish.isPresent() && when.isPresent()) {
                views.add(new Face.MapView(wish.get(), when.get()));
            }
        }
        String name = game.tags().get(MOVE);
        @Nullable Move move = name.isEmpty() ? null : San.read(game.tree().start(), name);
        try {
            Face.Maps maps = new Face.Maps(game.tree().start(), move, views);
            // A piece that does not stand where the tag says is told here.
            maps.views().forEach(maps::map);
            return Optional.of(maps);
        } catch (IllegalArgumentException noSuchMap) {
            return Optional.empty();
        }
    }

    /** Every place of a game whose comment ends with a question mark; the whole game where there is none. */
    private static List<Card> ofGame(Game game) {
        GameTree tree = game.tree();
        List<Card> cards = new ArrayList<>();
        String source = source(game.tags());
        for (int id = 0; id < tree.table().size(); id++) {
            if (tree.has(id) && tree.node(id).after().strip().endsWith("?")) {
                cards.add(from(tree, id).withQuestion(tree.node(id).after()).withSource(source));
            }
        }
        return cards.isEmpty() ? List.of(from(tree, GameTree.ROOT).withSource(source)) : cards;
    }

    private static String source(Tags tags) {
        String players = String.join(" - ", List.of(tags.known("White"), tags.known("Black")));
        return players.equals(" - ") ? tags.known("Event") : players;
    }

    /** A position of a game as a card, with what is drawn there; what follows is the answer. */
    public static Card from(GameTree game, int node) {
        GameTree.Builder builder = new GameTree.Builder(game.positionAt(node));
        copy(game, node, GameTree.ROOT, builder);
        List<OwnMark> marks = CoachRemarks.of(game.node(node)).marks();
        GameTree below = builder.build();
        GameTree tree = below.with(CoachRemarks.NONE.withMarks(marks).onto(below.root()));
        return Card.of(new Face.Board(tree), tree.start().sideToMove());
    }

    private static void copy(GameTree game, int from, int to, GameTree.Builder builder) {
        List<int[]> open = new ArrayList<>(List.of(new int[] {from, to}));
        for (int next = 0; next < open.size(); next++) {
            int[] here = open.get(next);
            for (int child : game.node(here[0]).children()) {
                GameNode move = game.node(child);
                if (!move.played().isPass()) {
                    int id = builder.add(here[1], move.played());
                    builder.after(id, move.after());
                    move.signs().forEach(sign -> builder.sign(id, sign));
                    move.commands().forEach(command -> builder.command(id, command));
                    open.add(new int[] {child, id});
                }
            }
        }
    }
}
