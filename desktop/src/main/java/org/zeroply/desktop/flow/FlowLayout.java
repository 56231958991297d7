package org.zeroply.desktop.flow;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.repertoire.Answer;
import org.zeroply.repertoire.Edge;
import org.zeroply.repertoire.Likelihood;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/**
 * Where everything of a flow stands, in units of the text size; x grows to the right, y downward. Each position stands once,
 * where its likeliest way comes to it; another way ends in a sign that it joins there. Answers that follow one another with
 * a single reply between them stand side by side in one station.
 */
final class FlowLayout {
    /** From one station to the next: room for the ribbon and the name of the reply. */
    static final double GAP = 8.6;

    static final double BOX_HEIGHT = 1.9;

    /** How thick a branch is that is met in every game. */
    private static final double THICKEST = 3.4;

    private static final double THINNEST = 0.09;
    private static final double STRAND = 2.6;
    private static final double SLOT = 2.6;
    private static final double LETTER = 0.56;
    private static final double START_WIDTH = 0.8;

    private static final int IN_ONE_STATION = 4;

    /** A reply that the repertoire does not have is shown from this chance on. */
    private static final double WORTH_SHOWING = 0.003;

    /**
     * An answer, or the start.
     *
     * @param node the position after it
     * @param from the position before it; the node itself for the start
     * @param hidden how many answers are folded away behind it
     * @param chosen whether it belongs to the chosen approach
     * @param note a word under it: its approach, or that it is guarded
     */
    record Box(
            int node,
            int from,
            String text,
            String note,
            double x,
            double y,
            double width,
            double chance,
            boolean chosen,
            boolean memorise,
            int hidden) {
        double right() {
            return x + width;
        }

        Box at(double height) {
            return new Box(node, from, text, note, x, height, width, chance, chosen, memorise, hidden);
        }
    }

    /** What a ribbon leads to. */
    enum Kind {
        ANSWERED,
        /** The reply has no answer, or the repertoire does not have it. */
        OPEN,
        /** The position stands elsewhere. */
        JOINS,
        /** Not a reply: one of several answers of ours to it. */
        STRAND
    }

    /**
     * A reply.
     *
     * @param from the position in which it is played
     * @param node the position after it; -1 if the repertoire does not have it
     * @param startY the middle of where it leaves
     * @param endY the middle of where it arrives
     * @param text its name
     * @param figure how often it is met in 100 games
     */
    record Ribbon(
            Kind kind,
            int from,
            int node,
            Move move,
            double startX,
            double startY,
            double endX,
            double endY,
            double thickness,
            String text,
            String figure,
            boolean chosen) {}

    private final FlowData data;
    private final Repertoire repertoire;
    private final Likelihood likelihood;
    private final double floor;
    private final List<Box> boxes = new ArrayList<>();
    private final List<Ribbon> ribbons = new ArrayList<>();
    private final Map<Integer, Box> byNode = new HashMap<>();
    private final Set<Integer> placed = new HashSet<>();

    /** From where a position that several moves lead to is drawn: the node before it by which it is met most often. */
    private final Map<Integer, Integer> home = new HashMap<>();

    /** What is counted below a node, and by node the count in which it was met last. */
    private final int[] below;

    private final int[] counted;
    private int counting;

    private double width;
    private final double height;

    FlowLayout(FlowData data) {
        this.data = data;
        repertoire = data.repertoire();
        likelihood = data.likelihood();
        floor = Folding.floor(repertoire, likelihood);
        below = new int[repertoire.size()];
        counted = new int[repertoire.idLimit()];
        for (Repertoire.Node node : repertoire.nodes()) {
            if (repertoire.isMet(node.id())) {
                repertoire.into(node.id()).stream()
                        .max(Comparator.comparingDouble(step -> likelihood.of(step.node(), step.edge())))
                        .ifPresent(step -> home.put(node.id(), step.node()));
            }
        }
        Block all = repertoire.isOurs(Repertoire.ROOT)
                ? stations(Repertoire.ROOT, START_WIDTH)
                : after(Repertoire.ROOT, START_WIDTH);
        height = all.height();
        double y = all.middle();
        boxes.add(new Box(Repertoire.ROOT, Repertoire.ROOT, "", "", 0, y, START_WIDTH, 1, true, false, 0));
        all.emit(this, START_WIDTH, y);
        boxes.forEach(box -> byNode.put(box.node(), box));
    }

    List<Box> boxes() {
        return boxes;
    }

    List<Ribbon> ribbons() {
        return ribbons;
    }

    double width() {
        return width;
    }

    double height() {
        return height;
    }

    @Nullable
    Box box(int node) {
        return byNode.get(node);
    }

    /** The box of a node, or of the nearest position on the way to it that has one. */
    Box nearest(int node) {
        int at = node;
        while (!byNode.containsKey(at) && at != Repertoire.ROOT) {
            at = repertoire.into(at).getFirst().node();
        }
        return Objects.requireNonNull(byNode.get(at));
    }

    static double textWidth(String text) {
        return LETTER * text.length() + 1.1;
    }

    private boolean isHome(int from, int node) {
        return home.getOrDefault(node, from) == from;
    }

    private double thickness(double chance) {
        return Math.max(THINNEST, THICKEST * chance);
    }

    private boolean isFolded(int node) {
        return data.folded().contains(node) || !data.unfolded().contains(node) && likelihood.at(node) < floor;
    }

    // ---- blocks: what is laid out already and only has to be moved up or down

    /** Something with a height whose parts are known from its top on. */
    private static final class Block {
        private final List<Block> parts = new ArrayList<>();
        private final List<Leg> legs = new ArrayList<>();
        private final List<Box> own = new ArrayList<>();
        private double top;
        private double height;
        private double middle;

        double height() {
            return height;
        }

        /** From the top of everything, after {@link #shift}. */
        double middle() {
            return top + middle;
        }

        void shift(double by) {
            top += by;
            parts.forEach(part -> part.shift(by));
        }

        /** Draws up the boxes and the ribbons that come from a point. */
        void emit(FlowLayout into, double fromX, double fromY) {
            for (Box box : own) {
                into.boxes.add(box.at(middle()));
                into.width = Math.max(into.width, box.right() + (box.hidden() > 0 ? 3 : 0));
            }
            double startX = own.isEmpty() ? fromX : own.getLast().right();
            double startY = own.isEmpty() ? fromY : middle();
            double all = legs.stream().mapToDouble(leg -> leg.thickness).sum();
            double y = startY - all / 2;
            for (int i = 0; i < legs.size(); i++) {
                Leg leg = legs.get(i);
                Block part = parts.get(i);
                leg.emit(into, startX, y + leg.thickness / 2, part.middle());
                y += leg.thickness;
                part.emit(into, leg.endX, part.middle());
            }
            if (legs.isEmpty()) {
                parts.forEach(part -> part.emit(into, startX, startY));
            }
        }

        /** Sets parts under each other and itself in the middle of them. */
        static Block of(List<Block> parts, List<Leg> legs, double least) {
            Block block = new Block();
            block.parts.addAll(parts);
            block.legs.addAll(legs);
            double y = 0;
            for (Block part : parts) {
                part.shift(y);
                y += part.height;
            }
            block.height = Math.max(y, least);
            if (block.height > y) {
                double down = (block.height - y) / 2;
                parts.forEach(part -> part.shift(down));
            }
            block.middle = parts.isEmpty()
                    ? block.height / 2
                    : (parts.getFirst().middle() + parts.getLast().middle()) / 2;
            return block;
        }
    }

    /** A ribbon whose ends are not known yet. */
    private record Leg(
            Kind kind,
            int from,
            int node,
            Move move,
            double endX,
            double thickness,
            String text,
            String figure,
            boolean chosen) {
        void emit(FlowLayout into, double startX, double startY, double endY) {
            into.ribbons.add(
                    new Ribbon(kind, from, node, move, startX, startY, endX, endY, thickness, text, figure, chosen));
            into.width = Math.max(into.width, endX + (kind == Kind.ANSWERED || kind == Kind.STRAND ? 0 : 9));
        }
    }

    /** What the opponent can do after a node, to the right of an x. */
    private Block after(int node, double x) {
        List<Block> parts = new ArrayList<>();
        List<Leg> legs = new ArrayList<>();
        for (Likelihood.Share share : likelihood.shares(node)) {
            double chance = likelihood.at(node) * share.share();
            if (!share.isKept() && chance < WORTH_SHOWING) {
                continue;
            }
            Position position = repertoire.node(node).position();
            String text = name(position, share.move(), data.language());
            String figure = Chances.figure(chance);
            double endX = x + GAP;
            boolean prepared =
                    share.to() >= 0 && !repertoire.node(share.to()).edges().isEmpty();
            boolean joins = prepared && !(share.isKept() && isHome(node, share.to()) && placed.add(share.to()));
            Kind kind = !prepared ? Kind.OPEN : joins ? Kind.JOINS : Kind.ANSWERED;
            double thick = thickness(chance);
            parts.add(
                    kind == Kind.ANSWERED
                            ? stations(share.to(), endX)
                            : Block.of(List.of(), List.of(), Math.max(SLOT, thick + 0.8)));
            legs.add(new Leg(kind, node, share.to(), share.move(), endX, thick, text, figure, chance > 0));
        }
        return Block.of(parts, legs, SLOT);
    }

    /** Our answers in a node, one station each; several are strands from where the reply ends. */
    private Block stations(int node, double x) {
        placed.add(node);
        List<Answer> answers = repertoire.node(node).answers();
        boolean strands = answers.size() > 1 || node == Repertoire.ROOT;
        double from = strands ? x + STRAND : x;
        List<Block> parts = new ArrayList<>();
        List<Leg> legs = new ArrayList<>();
        for (Answer answer : answers) {
            parts.add(station(node, answer, from));
            if (strands) {
                double chance = likelihood.of(node, answer);
                boolean chosen = likelihood.isChosen(node, answer);
                legs.add(new Leg(
                        Kind.STRAND, node, answer.to(), answer.move(), from, thickness(chance), "", "", chosen));
            }
        }
        return Block.of(parts, legs, SLOT);
    }

    private Block station(int home, Answer first, double x) {
        List<Box> own = new ArrayList<>();
        int from = home;
        @Nullable Answer answer = first;
        double right = x;
        boolean folded = false;
        while (answer != null) {
            Position before = repertoire.node(from).position();
            String text = name(before, answer.move(), data.language());
            folded = isFolded(answer.to());
            boolean meets = !isHome(from, answer.to()) || !placed.add(answer.to());
            boolean cut = folded && !repertoire.node(answer.to()).edges().isEmpty();
            Box box = new Box(
                    answer.to(),
                    from,
                    meets ? Texts.of("flow.joins", text) : text,
                    note(answer),
                    right,
                    0,
                    textWidth(text) + (meets ? 2.5 : 0),
                    likelihood.of(from, answer),
                    likelihood.isChosen(from, answer) && likelihood.at(from) > 0,
                    answer.memorise(),
                    cut ? answersBelow(answer.to()) : 0);
            own.add(box);
            right = box.right();
            folded = folded || meets;
            int next = folded || own.size() == IN_ONE_STATION ? -1 : only(answer.to());
            answer = next < 0 ? null : repertoire.node(next).answers().getFirst();
            if (next >= 0) {
                placed.add(next);
                from = next;
            }
        }
        int last = own.getLast().node();
        double thick = thickness(own.getFirst().chance()) + 0.8;
        double least = Math.max(SLOT + (own.getFirst().note().isEmpty() ? 0 : 1.6), thick);
        Block behind = folded ? Block.of(List.of(), List.of(), least) : after(last, right);
        behind.own.addAll(own);
        if (behind.height < least) {
            double down = (least - behind.height) / 2;
            behind.parts.forEach(part -> part.shift(down));
            behind.middle += down;
            behind.height = least;
        }
        return behind;
    }

    private static String note(Answer answer) {
        List<String> words = new ArrayList<>();
        if (!answer.approach().isEmpty()) {
            words.add(answer.approach());
        }
        if (!answer.guards().isEmpty()) {
            words.add(Texts.of("flow.guarded"));
        }
        return String.join(", ", words);
    }

    /** Where the only reply after an answer leads, if it has a single answer there and nothing else is to be shown; else -1. */
    private int only(int node) {
        List<Likelihood.Share> shares = likelihood.shares(node).stream()
                .filter(share -> share.isKept() || likelihood.at(node) * share.share() >= WORTH_SHOWING)
                .toList();
        if (shares.size() != 1 || !shares.getFirst().isKept()) {
            return -1;
        }
        int next = shares.getFirst().to();
        boolean here = isHome(node, next) && !placed.contains(next);
        return repertoire.node(next).answers().size() == 1 && here ? next : -1;
    }

    private int answersBelow(int node) {
        counting++;
        int count = 0;
        int found = 1;
        below[0] = node;
        for (int i = 0; i < found; i++) {
            Repertoire.Node at = repertoire.node(below[i]);
            count += at.answers().size();
            for (Edge edge : at.edges()) {
                if (counted[edge.to()] != counting) {
                    counted[edge.to()] = counting;
                    below[found++] = edge.to();
                }
            }
        }
        return count;
    }

    /** A move with its number: "4...Bc5". */
    static String name(Position position, Move move, Language language) {
        return San.line(position, List.of(move), language);
    }

    // ---- finding

    /** The box at a point; null if there is none. */
    @Nullable
    Box boxAt(double x, double y) {
        return boxes.stream()
                .filter(box -> x >= box.x()
                        && x <= box.right() + (box.hidden() > 0 ? 3 : 0)
                        && Math.abs(y - box.y()) <= BOX_HEIGHT / 2)
                .findFirst()
                .orElse(null);
    }

    /** The reply whose name or end is at a point; null if there is none. */
    @Nullable
    Ribbon ribbonAt(double x, double y) {
        return ribbons.stream()
                .filter(ribbon -> ribbon.kind() != Kind.STRAND
                        && x >= ribbon.endX() - 0.75 * GAP
                        && x <= ribbon.endX() + (ribbon.kind() == Kind.ANSWERED ? 0 : 9)
                        && Math.abs(y - ribbon.endY()) <= Math.max(SLOT / 2, ribbon.thickness() / 2))
                .findFirst()
                .orElse(null);
    }

    /** The next box above or below that stands about as far to the right. */
    Box beside(Box box, int direction) {
        return boxes.stream()
                .filter(other -> direction * (other.y() - box.y()) > 0.1)
                .min(Comparator.comparingDouble(
                        other -> Math.abs(other.y() - box.y()) + 3 * Math.abs(other.x() - box.x())))
                .orElse(box);
    }

    /** The boxes of our answers that come right after a position, whoever is to move there; the likeliest first. */
    List<Box> after(int node) {
        Set<Integer> homes = new HashSet<>();
        if (repertoire.isOurs(node)) {
            homes.add(node);
        } else {
            repertoire.node(node).edges().forEach(edge -> homes.add(edge.to()));
        }
        return boxes.stream()
                .filter(other -> other.node() != node && homes.contains(other.from()))
                .sorted(Comparator.comparingDouble(Box::chance).reversed())
                .toList();
    }

    /** The box before one. */
    Box before(Box box) {
        return box.from() == Repertoire.ROOT && box.node() != Repertoire.ROOT
                ? nearest(Repertoire.ROOT)
                : box.node() == Repertoire.ROOT
                        ? box
                        : nearest(repertoire.into(box.from()).getFirst().node());
    }
}
