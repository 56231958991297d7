package org.zeroply.repertoire;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.ThreeWay;
import org.zeroply.repertoire.Repertoire.Node;
import org.zeroply.rules.Move;
import org.zeroply.words.Words;

/**
 * Two states of one repertoire, edited apart, put together: what only one of them changed, took in or took out is as that
 * one has it. Where both say something else of a move, both texts stand there, and what is no text stands in the text of the
 * move as well. A move that one took out and the other went on with stays.
 *
 * @param repertoire with both
 * @param otherwise how many moves they disagree about, those included that cannot stand in one repertoire because they
 *     would lead in a circle
 */
public record RepertoireUnion(Repertoire repertoire, int otherwise) {
    /**
     * @param base what both came from; null if that is not known, and then nothing is taken out
     */
    public static RepertoireUnion of(Repertoire first, Repertoire second, @Nullable Repertoire base) {
        if (first.side() != second.side()) {
            throw new IllegalArgumentException("the repertoires are for different sides");
        }
        return new Merger(first, second, base).run();
    }

    private record Place(int node, Move move) {}

    private static final class Merger {
        private final Repertoire first;
        private final Repertoire second;
        private final @Nullable Repertoire base;
        private final Repertoire.Builder builder;
        private final List<Place> takenOut = new ArrayList<>();
        private int otherwise;

        Merger(Repertoire first, Repertoire second, @Nullable Repertoire base) {
            this.first = first;
            this.second = second;
            this.base = base != null && base.side() == first.side() ? base : null;
            builder = new Repertoire.Builder(first);
        }

        RepertoireUnion run() {
            for (int id : second.order()) {
                Node theirs = second.node(id);
                // What only leads there by a move that stays out is not there.
                builder.at(theirs.position()).ifPresent(mine -> join(mine, theirs));
            }
            Repertoire both = builder.build();
            for (Place place : takenOut) {
                if (both.has(place.node())) {
                    both = both.remove(place.node(), place.move());
                }
            }
            return new RepertoireUnion(both, otherwise);
        }

        private Optional<Node> was(Node node) {
            return base == null ? Optional.empty() : base.at(node.position());
        }

        private void join(Node mine, Node theirs) {
            Node was = was(mine).orElse(null);
            for (Edge edge : theirs.edges()) {
                join(mine, edge, was == null ? null : was.edge(edge.move()));
            }
            for (Edge edge : mine.edges()) {
                Edge old = was == null ? null : was.edge(edge.move());
                if (theirs.edge(edge.move()) == null && old != null && first.has(mine.id())) {
                    if (isTouched(first, edge, old)) {
                        otherwise++;
                    } else {
                        takenOut.add(new Place(mine.id(), edge.move()));
                    }
                }
            }
            arrange(builder.node(mine.id()), mine, theirs, was);
        }

        private void join(Node mine, Edge theirs, @Nullable Edge was) {
            Edge here = mine.edge(theirs.move());
            if (here != null) {
                builder.set(mine.id(), said(here, theirs, was));
                return;
            }
            if (was != null && !isTouched(second, theirs, was)) {
                // It was taken out here.
                return;
            }
            int to = builder.add(mine.id(), theirs.move());
            if (to >= 0) {
                builder.set(mine.id(), Repertoire.leadingTo(theirs, to));
            }
            otherwise += to < 0 || was != null ? 1 : 0;
        }

        /** Whether anything of a move, or behind it, is not as it was. */
        private boolean isTouched(Repertoire now, Edge edge, Edge was) {
            return !alike(edge).equals(alike(was))
                    || now.below(edge.to()).stream().anyMatch(id -> {
                        Node node = now.node(id);
                        return was(node)
                                .filter(old -> alike(old).equals(alike(node)))
                                .isEmpty();
                    });
        }

        private static Edge alike(Edge edge) {
            return Repertoire.leadingTo(edge, Repertoire.ROOT);
        }

        private static List<Edge> alike(Node node) {
            return node.edges().stream().map(Merger::alike).toList();
        }

        /** The order of the second where only that one changed it; counts that are newer, which have more games. */
        private void arrange(Node now, Node mine, Node theirs, @Nullable Node was) {
            boolean isAsItWas = was != null && moves(mine).equals(moves(was));
            List<Move> lead = new ArrayList<>(moves(isAsItWas ? theirs : mine));
            lead.addAll(moves(now));
            List<Edge> edges = new ArrayList<>(now.edges());
            edges.sort(Comparator.comparingInt(edge -> lead.indexOf(edge.move())));
            ThreeWay<Tally> tally = ThreeWay.of(was == null ? Tally.NONE : was.tally(), mine.tally(), theirs.tally());
            boolean isMoreThere =
                    tally.isConflict() && theirs.tally().games() > mine.tally().games();
            builder.set(new Node(now.id(), now.position(), edges, isMoreThere ? theirs.tally() : tally.value()));
        }

        private static List<Move> moves(Node node) {
            return node.edges().stream().map(Edge::move).toList();
        }

        // ---- one move

        private Edge said(Edge here, Edge there, @Nullable Edge was) {
            Disagreement also = new Disagreement();
            Edge both = switch (here) {
                case Answer answer -> answer(answer, (Answer) there, (Answer) was, also);
                case Reply reply -> reply(reply, (Reply) there, (Reply) was, also);
            };
            otherwise += also.isOne ? 1 : 0;
            return both;
        }

        /** What is said of one move in both, and does not go together. */
        private static final class Disagreement {
            private final List<String> more = new ArrayList<>();
            private boolean isOne;

            /** One of two values; nought gives way to something, and what else gives way is said in the text. */
            <T> T either(T was, T here, T there, T nought, String what) {
                ThreeWay<T> both = ThreeWay.of(was, here, there);
                if (both.isConflict() && here.equals(nought)) {
                    return there;
                }
                if (both.isConflict() && !there.equals(nought)) {
                    isOne = true;
                    more.add(what);
                }
                return both.value();
            }

            String text(String was, String here, String there) {
                ThreeWay<String> both = ThreeWay.ofTexts(was, here, there, "\n");
                isOne |= both.isConflict();
                return both.value();
            }

            String withMore(String text) {
                StringBuilder all = new StringBuilder(text);
                for (String each : more) {
                    String also = Words.of("union.also", each);
                    if (all.indexOf(also) < 0) {
                        all.append(all.isEmpty() ? "" : "\n").append(also);
                    }
                }
                return all.toString();
            }
        }

        private static Answer answer(Answer here, Answer there, @Nullable Answer known, Disagreement also) {
            Answer was = known == null ? Answer.bare(here.move(), here.to()) : known;
            Map<Answer.Note, String> notes = new EnumMap<>(Answer.Note.class);
            for (Answer.Note note : Answer.Note.values()) {
                notes.put(note, also.text(was.note(note), here.note(note), there.note(note)));
            }
            String approach = also.either(was.approach(), here.approach(), there.approach(), "", there.approach());
            notes.compute(Answer.Note.REASON, (note, text) -> also.withMore(text == null ? "" : text));
            return new Answer(
                    here.move(),
                    here.to(),
                    approach,
                    ThreeWay.of(was.memorise(), here.memorise(), there.memorise())
                            .value(),
                    notes,
                    ThreeWay.ofSets(was.guards(), here.guards(), there.guards()),
                    ThreeWay.ofSets(was.marks(), here.marks(), there.marks()));
        }

        private static Reply reply(Reply here, Reply there, @Nullable Reply known, Disagreement also) {
            Reply was = known == null ? Reply.bare(here.move(), here.to()) : known;
            Optional<Integer> nought = Optional.empty();
            Optional<Integer> share = also.either(
                    Optional.ofNullable(was.share()),
                    Optional.ofNullable(here.share()),
                    Optional.ofNullable(there.share()),
                    nought,
                    there.share() + "%");
            Reply.Kind kind = also.either(
                    was.kind(),
                    here.kind(),
                    there.kind(),
                    Reply.Kind.MAIN,
                    there.kind().title());
            String comment = also.withMore(also.text(was.comment(), here.comment(), there.comment()));
            return new Reply(
                    here.move(),
                    here.to(),
                    share.orElse(null),
                    kind,
                    comment,
                    ThreeWay.ofSets(was.marks(), here.marks(), there.marks()));
        }
    }
}
