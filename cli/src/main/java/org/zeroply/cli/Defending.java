package org.zeroply.cli;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.zeroply.defence.Elimination;
import org.zeroply.defence.Parries;
import org.zeroply.defence.Parry;
import org.zeroply.defence.ParryKind;
import org.zeroply.defence.Preparation;
import org.zeroply.defence.Readiness;
import org.zeroply.defence.Telling;
import org.zeroply.defence.Wish;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Threat;
import org.zeroply.search.Threats;
import org.zeroply.words.Words;
import org.zeroply.work.Cancel;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;

/** Defence on the command line: ways to meet a threat, elimination, and whether a move may be played yet. */
final class Defending {
    private static final int REFUTATION = 5;

    private Defending() {}

    /** The moves of a line, at most so many. */
    private static String begin(Position position, List<Move> moves, int most) {
        return San.line(position, moves.subList(0, Math.min(most, moves.size())));
    }

    @Command(name = "parries", description = "Every legal move that meets a threat, by kind and with its price.")
    static final class ParryList extends ZeroPly.Base {
        @Parameters(index = "0", paramLabel = "FEN")
        String fen = "";

        @Option(names = "--threat", description = "first move of the threat; default: the gravest that is found")
        @Nullable
        String named;

        @Override
        public Integer call() throws IOException {
            Position position = position(fen);
            Threat threat = threat(position);
            if (threat == null) {
                out().println(json ? "null" : "no threat");
                return 0;
            }
            Parries parries = Parries.of(position, threat, partial -> {}, new Cancel());
            if (json) {
                printJson(generator -> write(generator, parries));
            } else {
                print(parries);
            }
            return 0;
        }

        private @Nullable Threat threat(Position position) {
            if (named == null) {
                List<Threat> threats = new Threats().against(position, new Cancel());
                return threats.isEmpty() ? null : threats.getFirst();
            }
            if (position.isCheck()) {
                throw new ParameterException(line(), "in check the check is the threat; none can be named");
            }
            Move move = San.read(position.play(Move.PASS), named);
            if (move == null) {
                throw new ParameterException(line(), named + " is no legal move of the side that threatens");
            }
            return Parries.named(position, move, new Cancel())
                    .orElseThrow(() -> new ParameterException(
                            line(), named + " threatens nothing: neither mate nor the win of a pawn comes of it"));
        }

        private void print(Parries parries) {
            Position position = parries.position();
            Threat threat = parries.threat();
            out().printf("%s%s%n", Words.of("threat." + threat.kind(), threat.mateIn()), threatLine(parries));
            if (parries.empty() != null) {
                out().printf(
                                "it would win nothing: %s%n",
                                begin(position.play(Move.PASS), parries.empty().moves(), REFUTATION));
            }
            if (parries.meeting().isEmpty()) {
                out().println("no move meets it");
            }
            for (Parry parry : parries.meeting()) {
                out().printf(
                                Locale.ROOT,
                                "%-7s %s; %s%s%s%n",
                                San.write(position, parry.move()),
                                kinds(parry),
                                parry.verdict().text(),
                                parry.lost() > 0 ? "; costs " + parry.lost() : "",
                                changes(parry, position.sideToMove()));
            }
            for (Parry parry : parries.failing()) {
                out().printf("  fails: %s (%s)%n", begin(position, parry.line().moves(), REFUTATION), kinds(parry));
            }
        }

        private static String threatLine(Parries parries) {
            Threat threat = parries.threat();
            return threat.line().isEmpty()
                    ? ""
                    : ": " + begin(parries.position().play(Move.PASS), threat.line(), REFUTATION);
        }

        private static String kinds(Parry parry) {
            return parry.kindsInOrder().stream().map(ParryKind::title).collect(Collectors.joining(", "));
        }

        private static String changes(Parry parry, Side side) {
            String told = parry.changes().stream()
                    .map(change -> change.factor().title() + ": " + change.inWords(side))
                    .collect(Collectors.joining("; "));
            return told.isEmpty() ? "" : " [" + told + "]";
        }

        private static void write(JsonGenerator generator, Parries parries) throws IOException {
            generator.writeStartObject();
            generator.writeStringField("threat", parries.threat().kind().name());
            generator.writeBooleanField("real", parries.empty() == null);
            for (boolean meets : new boolean[] {true, false}) {
                generator.writeArrayFieldStart(meets ? "meeting" : "failing");
                for (Parry parry : meets ? parries.meeting() : parries.failing()) {
                    generator.writeStartObject();
                    generator.writeStringField("move", San.write(parries.position(), parry.move()));
                    generator.writeArrayFieldStart("kinds");
                    for (ParryKind kind : parry.kindsInOrder()) {
                        generator.writeString(kind.name());
                    }
                    generator.writeEndArray();
                    generator.writeNumberField("lost", parry.lost());
                    generator.writeStringField("verdict", parry.verdict().text());
                    generator.writeStringField("grounds", parry.grounds().text());
                    Calculating.writeMoves(
                            generator, parries.position(), parry.line().moves());
                    generator.writeEndObject();
                }
                generator.writeEndArray();
            }
            generator.writeEndObject();
        }
    }

    @Command(name = "eliminate", description = "Every candidate with its refutation, or the word that it survives.")
    static final class Eliminate extends ZeroPly.Base {
        @Mixin
        private final Asking.Endings endings = new Asking.Endings();

        @Parameters(index = "0", paramLabel = "FEN")
        String fen = "";

        @Parameters(
                index = "1..*",
                arity = "0..*",
                paramLabel = "MOVE",
                description = "candidates; default: every move")
        List<String> names = List.of();

        @Override
        public Integer call() throws IOException {
            Position position = position(fen);
            List<Move> candidates =
                    names.stream().map(name -> move(position, name)).toList();
            Elimination found = Elimination.of(position, candidates, endings.open(), partial -> {}, new Cancel());
            if (json) {
                printJson(generator -> write(generator, found));
                return 0;
            }
            for (Elimination.Tried tried : found.tried()) {
                String name = San.write(position, tried.move());
                if (tried.fate() == Elimination.Fate.SURVIVES) {
                    out().printf(
                                    "%-7s %s; %s%n",
                                    name,
                                    found.isLost() ? "loses, but is the least bad" : "survives",
                                    tried.verdict().text());
                } else {
                    out().printf(
                                    "%-7s refuted: %s (%s)%n",
                                    name,
                                    begin(position, tried.refutation().moves(), 2 * REFUTATION),
                                    tried.grounds().text());
                }
            }
            return 0;
        }

        private Move move(Position position, String name) {
            Move move = San.read(position, name);
            if (move == null) {
                throw new ParameterException(line(), name + " is no legal move here");
            }
            return move;
        }

        private static void write(JsonGenerator generator, Elimination found) throws IOException {
            generator.writeStartArray();
            for (Elimination.Tried tried : found.tried()) {
                generator.writeStartObject();
                generator.writeStringField("move", San.write(found.position(), tried.move()));
                generator.writeBooleanField("survives", tried.fate() == Elimination.Fate.SURVIVES);
                generator.writeNumberField("loss", tried.loss());
                generator.writeNumberField("lost", tried.lost());
                generator.writeStringField("grounds", tried.grounds().text());
                Calculating.writeMoves(
                        generator, found.position(), tried.refutation().moves());
                generator.writeEndObject();
            }
            generator.writeEndArray();
        }
    }

    @Command(name = "ready", description = "May a move be played yet: what it drops, and what must be ready first.")
    static final class Ready extends ZeroPly.Base {
        @Parameters(index = "0", paramLabel = "FEN")
        String fen = "";

        @Parameters(index = "1", paramLabel = "MOVE", description = "legal now, or only later")
        String move = "";

        @Option(names = "--sets", description = "most moves of a set, 0 to 5; default: ${DEFAULT-VALUE}")
        int most = 3;

        @Override
        public Integer call() throws IOException {
            Position position = position(fen);
            if (position.isCheck()) {
                throw new ParameterException(line(), "in check no plan is made: the check has to be met first");
            }
            if (most < 0 || most > Readiness.MOST_MOVES) {
                throw new ParameterException(line(), "a set has 0 to " + Readiness.MOST_MOVES + " moves, not " + most);
            }
            Wish wish = Wish.read(position, move, Language.ENGLISH)
                    .orElseThrow(() -> new ParameterException(line(), move + " is no move of a man that is there"));
            Readiness found = Readiness.of(position, wish, most, Language.ENGLISH, partial -> {}, new Cancel());
            if (json) {
                printJson(generator -> write(generator, found));
            } else {
                print(found);
            }
            return 0;
        }

        private void print(Readiness found) {
            Position position = found.position();
            String name = found.wish().text(Language.ENGLISH);
            Move now = found.now();
            if (found.isReady()) {
                out().printf("%s drops nothing%n", name);
            } else if (now == null) {
                out().printf("%s is not possible yet%n", name);
            } else {
                out().printf("%s drops %s%n", name, Telling.of(found.drops(), position.play(now), Language.ENGLISH));
            }
            if (!found.drops().weak().isEmpty()) {
                out().printf("weak squares: %s%n", found.drops().weak());
            }
            if (!found.drops().letIn().isEmpty()) {
                out().printf("lets pieces in on: %s%n", found.drops().letIn());
            }
            for (Readiness.Driven driven : found.driven()) {
                out().printf(
                                "drives away %s: %s%n",
                                driven.piece(), driven.isTrapped() ? "trapped" : "safe on " + driven.safe());
            }
            for (Preparation set : found.sets()) {
                out().println("after");
                List<String> names = Readiness.names(position, set.inOrder(), Language.ENGLISH);
                for (int i = 0; i < names.size(); i++) {
                    out().printf("  %s %s%n", names.get(i), set.moves().get(i).why());
                }
                for (Preparation.Order order : set.orders()) {
                    if (!order.works()) {
                        out().printf(
                                        "  not in the order %s: %s%n",
                                        String.join(", ", Readiness.names(position, order.moves(), Language.ENGLISH)),
                                        order.why());
                    }
                }
                Preparation.Trial trial = set.trial();
                if (trial != null) {
                    out().printf(
                                    "  against best replies: %s%s%n",
                                    San.line(position, trial.line()), trial.holds() ? "" : ": " + trial.why());
                }
            }
            if (!found.isReady() && found.sets().isEmpty()) {
                out().printf("no set of at most %d quiet moves was found%n", found.searched());
            }
        }

        private static void write(JsonGenerator generator, Readiness found) throws IOException {
            generator.writeStartObject();
            generator.writeStringField("move", found.wish().text(Language.ENGLISH));
            generator.writeBooleanField("legal", found.now() != null);
            generator.writeBooleanField("ready", found.isReady());
            Move now = found.now();
            generator.writeStringField(
                    "drops",
                    now == null
                            ? ""
                            : Telling.of(found.drops(), found.position().play(now), Language.ENGLISH));
            generator.writeStringField("weak", found.drops().weak().toString());
            generator.writeStringField("letIn", found.drops().letIn().toString());
            generator.writeArrayFieldStart("driven");
            for (Readiness.Driven driven : found.driven()) {
                generator.writeStartObject();
                generator.writeStringField("piece", driven.piece().toString());
                generator.writeStringField("safe", driven.safe().toString());
                generator.writeEndObject();
            }
            generator.writeEndArray();
            generator.writeNumberField("searched", found.searched());
            generator.writeArrayFieldStart("sets");
            for (Preparation set : found.sets()) {
                write(generator, found.position(), set);
            }
            generator.writeEndArray();
            generator.writeEndObject();
        }

        private static void write(JsonGenerator generator, Position position, Preparation set) throws IOException {
            generator.writeStartObject();
            generator.writeArrayFieldStart("moves");
            List<String> names = Readiness.names(position, set.inOrder(), Language.ENGLISH);
            for (int i = 0; i < names.size(); i++) {
                generator.writeStartObject();
                generator.writeStringField("move", names.get(i));
                generator.writeStringField("why", set.moves().get(i).why());
                generator.writeEndObject();
            }
            generator.writeEndArray();
            generator.writeArrayFieldStart("notInOrder");
            for (Preparation.Order order : set.orders()) {
                if (!order.works()) {
                    generator.writeStartObject();
                    generator.writeStringField(
                            "moves", String.join(", ", Readiness.names(position, order.moves(), Language.ENGLISH)));
                    generator.writeStringField("why", order.why());
                    generator.writeEndObject();
                }
            }
            generator.writeEndArray();
            Preparation.Trial trial = set.trial();
            generator.writeBooleanField("holds", trial != null && trial.holds());
            if (trial != null) {
                generator.writeStringField("trial", San.line(position, trial.line()));
                generator.writeStringField("spoiled", trial.why());
            }
            generator.writeEndObject();
        }
    }
}
