package org.zeroply.showing;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.OwnMark;
import org.zeroply.ledger.ConceptMap;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.task.Opinion;

/**
 * What the audience sees: what has been released of a card and nothing else. The audience's window is drawn from this
 * alone.
 *
 * @param question empty while it is not released
 * @param moves the moves of the answer that were released, and what the class tries; perhaps empty
 * @param verdict empty while it is not released
 */
public record Shown(
        Optional<Board> board,
        List<MapShown> maps,
        String question,
        List<String> hints,
        String moves,
        String verdict,
        List<String> paragraphs) {
    /** Nothing at all. */
    public static final Shown BLANK = new Shown(Optional.empty(), List.of(), "", List.of(), "", "", List.of());

    /**
     * A board.
     *
     * @param men what stands on it
     * @param position on which moves can be tried; null on a sketch
     * @param last the move that led here; null for none
     */
    public record Board(
            Sketch men,
            @Nullable Position position,
            @Nullable Move last,
            List<OwnMark> marks,
            Side bottom) {
        public Board {
            marks = List.copyOf(marks);
        }
    }

    /**
     * A map with the bands that were released.
     *
     * @param looks of these bands
     */
    public record MapShown(String title, ConceptMap map, Map<Integer, BandLook> looks, Side bottom) {
        public MapShown {
            looks = Map.copyOf(looks);
        }

        /** The board of it with no figure, to be filled in. */
        public MapShown without() {
            return new MapShown(title, map.only(band -> false), Map.of(), bottom);
        }

        /** All of a map. */
        public static MapShown whole(ConceptMap map, Side bottom) {
            return new MapShown(map.wish().title(), map, BandLook.of(map), bottom);
        }
    }

    public Shown {
        maps = List.copyOf(maps);
        hints = List.copyOf(hints);
        paragraphs = List.copyOf(paragraphs);
    }

    /**
     * What is seen of a card.
     *
     * @param released how many of its stops
     * @param tries what the class plays from where the board stands; legal one after the other
     * @param language of the moves
     */
    public static Shown of(Card card, int released, List<Move> tries, Language language) {
        List<Stop> stops = card.stops();
        Set<Stop> open = new HashSet<>(stops.subList(0, Math.clamp(released, 0, stops.size())));
        String question = open.contains(new Stop(Stop.Kind.QUESTION, 0)) ? card.question() : "";
        List<String> hints = numbered(Stop.Kind.HINT, card.hints(), open);
        return switch (card.face()) {
            case Face.Board board -> ofBoard(card, board, open, tries, language, question, hints);
            case Face.Maps maps ->
                new Shown(Optional.empty(), maps(maps, card.bottom(), open), question, hints, "", "", List.of());
            case Face.Sketched sketched ->
                new Shown(
                        open.contains(new Stop(Stop.Kind.BOARD, 0))
                                ? Optional.of(new Board(
                                        sketched.sketch(),
                                        null,
                                        null,
                                        numbered(Stop.Kind.MARK, sketched.marks(), open),
                                        card.bottom()))
                                : Optional.empty(),
                        List.of(),
                        question,
                        hints,
                        "",
                        "",
                        List.of());
            case Face.Words words ->
                new Shown(
                        Optional.empty(),
                        List.of(),
                        question,
                        hints,
                        "",
                        "",
                        numbered(Stop.Kind.PARAGRAPH, words.paragraphs(), open));
        };
    }

    private static <T> List<T> numbered(Stop.Kind kind, List<T> all, Set<Stop> open) {
        List<T> shown = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            if (open.contains(new Stop(kind, i + 1))) {
                shown.add(all.get(i));
            }
        }
        return shown;
    }

    private static Shown ofBoard(
            Card card,
            Face.Board board,
            Set<Stop> open,
            List<Move> tries,
            Language language,
            String question,
            List<String> hints) {
        GameTree tree = board.tree();
        List<Integer> line = tree.mainLine();
        int moves = (int)
                open.stream().filter(stop -> stop.kind() == Stop.Kind.MOVE).count();
        int node = moves == 0 ? GameTree.ROOT : line.get(moves - 1);
        Position position = tree.positionAt(node);
        List<Move> made = new ArrayList<>();
        line.subList(0, moves).forEach(id -> made.add(tree.node(id).played()));
        Move last = made.isEmpty() ? null : made.getLast();
        for (Move move : tries) {
            position = position.play(move);
            made.add(move);
            last = move;
        }
        List<OwnMark> marks = !tries.isEmpty()
                ? List.of()
                : moves == 0 ? numbered(Stop.Kind.MARK, board.marks(GameTree.ROOT), open) : board.marks(node);
        boolean isJudged = open.contains(new Stop(Stop.Kind.VERDICT, 0)) && tries.isEmpty();
        Opinion opinion = isJudged ? Opinion.of(tree.node(line.getLast())) : null;
        boolean isOpen = open.contains(new Stop(Stop.Kind.BOARD, 0));
        return new Shown(
                isOpen
                        ? Optional.of(new Board(Sketch.of(position), position, last, marks, card.bottom()))
                        : Optional.empty(),
                List.of(),
                question,
                hints,
                isOpen ? San.line(tree.start(), made, language) : "",
                opinion == null ? "" : opinion.text(),
                List.of());
    }

    private static List<MapShown> maps(Face.Maps maps, Side bottom, Set<Stop> open) {
        List<MapShown> shown = new ArrayList<>();
        for (int i = 0; i < maps.views().size(); i++) {
            ConceptMap map = maps.map(maps.views().get(i));
            Stop.Kind kind = i == 0 ? Stop.Kind.BAND : Stop.Kind.OTHER_BAND;
            Map<Integer, BandLook> looks = new HashMap<>(BandLook.of(map));
            looks.keySet().removeIf(band -> !open.contains(new Stop(kind, band)));
            shown.add(new MapShown(
                    map.wish().title(), map.only(band -> open.contains(new Stop(kind, band))), looks, bottom));
        }
        return shown;
    }
}
