package org.zeroply.repertoire;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.zeroply.repertoire.Likelihood.Gap;
import org.zeroply.repertoire.Likelihood.Source;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.work.Cancel;

class LikelihoodTest {
    private static final double EXACT = 1e-9;

    @Test
    void sharesComeFromGamesAndFromTheCoach() {
        Repertoire repertoire = Trees.of(Side.WHITE, "d4 d5 c4", "d4 Nf6 c4");
        int node = Trees.end(repertoire, "d4").id();
        // Nobody knows: even.
        assertThat(Likelihood.of(repertoire, "").shares(node)).allSatisfy(share -> {
            assertThat(share.share()).isEqualTo(0.5, within(EXACT));
            assertThat(share.source()).isEqualTo(Source.NONE);
        });
        // Games: 7 of 9 and even shares that weigh as much as one game.
        Repertoire counted = Trees.played(repertoire, "d4", "d5", 7, "f5", 2);
        List<Likelihood.Share> shares = Likelihood.of(counted, "").shares(node);
        assertThat(shares.get(0).share()).isEqualTo(7.5 / 10, within(EXACT));
        assertThat(shares.get(1).share()).isEqualTo(2.0 / 10, within(EXACT));
        assertThat(shares.get(1).isKept()).isFalse();
        assertThat(shares.get(2).share()).isEqualTo(0.5 / 10, within(EXACT));
        // The coach: 30 of 100 for one, so 70 for the other he was silent of; they weigh as much as twenty games.
        Repertoire both = Trees.say(counted, "d4 Nf6", edge -> ((Reply) edge).withShare(30));
        Likelihood.Share indian = Likelihood.of(both, "").shares(node).stream()
                .filter(share -> share.move().equals(Trees.move("g8f6")))
                .findFirst()
                .orElseThrow();
        assertThat(indian.share()).isEqualTo((0 + 20 * 0.3) / 29, within(EXACT));
        assertThat(indian.source()).isEqualTo(Source.BOTH);
        assertThat(Likelihood.of(both, "").others(node)).isZero();
    }

    @Test
    void sharesOfTheCoachAboveOneHundredAreScaledAndWhatHeLeavesIsForOthers() {
        Repertoire repertoire = Trees.of(Side.WHITE, "d4 d5 c4", "d4 Nf6 c4");
        int node = Trees.end(repertoire, "d4").id();
        Repertoire much = Trees.say(repertoire, "d4 d5", edge -> ((Reply) edge).withShare(90));
        much = Trees.say(much, "d4 Nf6", edge -> ((Reply) edge).withShare(90));
        assertThat(Likelihood.of(much, "").shares(node))
                .allSatisfy(share -> assertThat(share.share()).isEqualTo(0.5, within(EXACT)));
        Repertoire little = Trees.say(repertoire, "d4 d5", edge -> ((Reply) edge).withShare(50));
        little = Trees.say(little, "d4 Nf6", edge -> ((Reply) edge).withShare(30));
        assertThat(Likelihood.of(little, "").others(node)).isEqualTo(0.2, within(EXACT));
    }

    @Test
    void aPositionIsMetByAllWaysToItAndAnApproachChoosesThem() {
        Repertoire repertoire = Trees.of(Side.WHITE, "d4 d5 c4 e6 Nc3 Nf6", "c4 e6 Nc3 d5 d4", "c4 e5 g3");
        int met = Trees.end(repertoire, "d4 d5 c4 e6 Nc3").id();
        // Each first move half; after 1.c4 half of the games go to the same position.
        assertThat(Likelihood.of(repertoire, "").at(met)).isEqualTo(0.5 + 0.25, within(EXACT));
        Repertoire chosen = Trees.say(repertoire, "d4", edge -> ((Answer) edge).withApproach("Calm"));
        chosen = Trees.say(chosen, "c4", edge -> ((Answer) edge).withApproach("sharp"));
        assertThat(Likelihood.of(chosen, "calm").at(met)).isEqualTo(1, within(EXACT));
        assertThat(Likelihood.of(chosen, "sharp").at(met)).isEqualTo(0.5, within(EXACT));
        // No answer of that name: all of them.
        assertThat(Likelihood.of(chosen, "wild").at(met)).isEqualTo(0.75, within(EXACT));
    }

    @Test
    void gapsCoverageAndLengthFollowFromTheShares() {
        Repertoire repertoire = Trees.of(Side.WHITE, "d4 d5 c4 e6 Nc3", "d4 Nf6 c4", "d4 d5 c4 c6");
        repertoire = Trees.played(repertoire, "d4", "d5", 3, "Nf6", 5, "f5", 1);
        Likelihood likelihood = Likelihood.of(repertoire, "");
        // Shares after 1.d4: 3.5, 5.5 and 1 of 10; after 2.c4 even.
        List<Gap> gaps = likelihood.gaps();
        assertThat(gaps).hasSize(2);
        assertThat(gaps.get(0).move()).isEqualTo(Trees.move("c7c6"));
        assertThat(gaps.get(0).chance()).isEqualTo(0.175, within(EXACT));
        assertThat(gaps.get(0).to())
                .isEqualTo(Trees.end(repertoire, "d4 d5 c4 c6").id());
        assertThat(gaps.get(1).move()).isEqualTo(Trees.move("f7f5"));
        assertThat(gaps.get(1).chance()).isEqualTo(0.1, within(EXACT));
        assertThat(gaps.get(1).to()).isNegative();
        assertThat(likelihood.coverage(1)).isEqualTo(1, within(EXACT));
        assertThat(likelihood.coverage(2)).isEqualTo(0.9, within(EXACT));
        assertThat(likelihood.coverage(3)).isEqualTo(0.175, within(EXACT));
        assertThat(likelihood.coverage(4)).isZero();
        assertThat(likelihood.expectedMoves()).isEqualTo(1 + 0.9 + 0.175, within(EXACT));
    }

    @Test
    void aReplyThatTransposesIntoPreparedGroundIsNoGap() {
        Repertoire repertoire = Trees.of(Side.WHITE, "d4 d5 c4 e6 Nc3", "d4 e6 c4 Nf6 Nc3");
        // After 1.d4 e6 2.c4, 2...d5 is not kept but known.
        repertoire = Trees.played(repertoire, "d4 e6 c4", "Nf6", 2, "d5", 2);
        assertThat(Likelihood.of(repertoire, "").gaps()).isEmpty();
        int met = Trees.end(repertoire, "d4 d5 c4 e6").id();
        assertThat(Likelihood.of(repertoire, "").at(met)).isEqualTo(0.5 + 0.5 * 0.4, within(EXACT));
    }

    @Test
    void upkeepNamesWhatIsToBeTidied() {
        Repertoire repertoire = Trees.of(
                Side.WHITE, "d4 d5 c4 e6 Nc3", "c4 e6 d4 d5 Nf3", "d4 Nf6 c4 e6 Nc3 d5 Bg5", "d4 Nf6 c4 e6 Nf3 d5 Bg5");
        for (String line :
                List.of("d4", "c4", "d4 d5 c4", "c4 e6 d4", "d4 Nf6 c4", "d4 d5 c4 e6 Nc3", "d4 Nf6 c4 e6 Nc3")) {
            repertoire =
                    Trees.say(repertoire, line, edge -> ((Answer) edge).withNote(Answer.Note.REASON, "the centre"));
        }
        List<Upkeep.Finding> findings = Upkeep.of(repertoire, Likelihood.of(repertoire, ""), new Cancel());
        Map<Upkeep.Kind, List<Upkeep.Finding>> byKind = new HashMap<>();
        findings.forEach(each ->
                byKind.computeIfAbsent(each.kind(), kind -> new ArrayList<>()).add(each));
        int joint = Trees.end(repertoire, "d4 d5 c4 e6").id();
        assertThat(byKind.get(Upkeep.Kind.TWO_ORDERS))
                .extracting(Upkeep.Finding::node)
                .contains(joint);
        assertThat(byKind.get(Upkeep.Kind.TWO_ANSWERS))
                .extracting(Upkeep.Finding::node)
                .contains(Repertoire.ROOT);
        assertThat(byKind.get(Upkeep.Kind.NO_REASON))
                .extracting(each -> each.move().toString())
                .contains("g1f3", "c1g5")
                .doesNotContain("d2d4", "b1c3");
        assertThat(byKind.get(Upkeep.Kind.DEAD_END)).isNotEmpty();
        // In the line with the knight on f3, 4.Nc3 instead would be no known position; 1.d4 d5 2.Nf3 is not either.
        Repertoire twice = Trees.of(Side.WHITE, "d4 d5 c4 e6 Nc3 Nf6", "d4 e6 Nf3 d5 e3");
        int detour = Trees.end(twice, "d4 e6").id();
        twice = Trees.with(twice, "d4 d5 c4 e6");
        assertThat(Upkeep.of(twice, Likelihood.of(twice, ""), new Cancel()))
                .filteredOn(each -> each.kind() == Upkeep.Kind.DUPLICATED)
                .noneMatch(each -> each.node() == detour);
        Repertoire known = Trees.of(Side.WHITE, "c4 e6 d4 d5 Nc3", "d4 e6 Nf3 d5 e3");
        int here = Trees.end(known, "d4 e6").id();
        assertThat(Upkeep.of(known, Likelihood.of(known, ""), new Cancel()))
                .filteredOn(each -> each.kind() == Upkeep.Kind.DUPLICATED)
                .anySatisfy(each -> {
                    assertThat(each.node()).isEqualTo(here);
                    assertThat(each.move()).isEqualTo(Trees.move("c2c4"));
                });
    }

    @Test
    void theSpreadOfAFewGamesIsWideAndNarrowsWithMore() {
        // By hand after Wilson: 2 of 2 leaves 2/(2+1.645^2) = .425 as the lower end.
        assertThat(Spread.of(2, 2).low()).isEqualTo(0.425, within(0.001));
        assertThat(Spread.of(2, 2).high()).isEqualTo(1);
        assertThat(Spread.of(18.5, 31).low()).isBetween(0.44, 0.46);
        assertThat(Spread.of(18.5, 31).high()).isBetween(0.72, 0.74);
        assertThat(Spread.of(0, 0)).isEqualTo(new Spread(0, 1));
        double few = Spread.of(6, 10).high() - Spread.of(6, 10).low();
        double many = Spread.of(600, 1000).high() - Spread.of(600, 1000).low();
        assertThat(many).isLessThan(few / 5);
    }

    @Test
    void aGameTellsWhereItLeftAndWhetherItCameBack() {
        Repertoire repertoire = Trees.of(Side.WHITE, "d4 d5 c4 e6 Nc3 Nf6 Bg5", "d4 Nf6 c4");
        assertThat(left(repertoire, "d4 d5 c4 c6 Nf3")).satisfies(departure -> {
            assertThat(departure.kind()).isEqualTo(Departure.Kind.THEY_LEFT);
            assertThat(departure.ply()).isEqualTo(3);
            assertThat(departure.inWords()).isEqualTo("Black left with 2...c6");
        });
        assertThat(left(repertoire, "d4 d5 c4 e6 Nf3 Nf6")).satisfies(departure -> {
            assertThat(departure.kind()).isEqualTo(Departure.Kind.WE_LEFT);
            assertThat(departure.inWords()).isEqualTo("White left with 3.Nf3; the answer is 3.Nc3");
            assertThat(departure.back()).isNegative();
        });
        assertThat(left(repertoire, "d4 d5 c4 e6 Nc3 Nf6 Bg5 Be7").kind()).isEqualTo(Departure.Kind.LINE_ENDED);
        assertThat(left(repertoire, "d4 d5 c4").kind()).isEqualTo(Departure.Kind.INSIDE);
        // The other order is outside and comes back.
        List<Departure> all =
                Departure.of(repertoire, Trees.positions("d4 e6 c4 d5 Nc3 Be7"), moves("d4 e6 c4 d5 Nc3 Be7"));
        assertThat(all).extracting(Departure::kind).containsExactly(Departure.Kind.THEY_LEFT, Departure.Kind.THEY_LEFT);
        assertThat(all.getFirst().back()).isEqualTo(4);
        assertThat(all.getFirst().inWords()).isEqualTo("Black left with 1...e6; back after move 2");
        // A reply that is kept without an answer.
        Repertoire open = Trees.with(repertoire, "d4 f5");
        assertThat(left(open, "d4 f5 g3")).satisfies(departure -> {
            assertThat(departure.kind()).isEqualTo(Departure.Kind.NO_ANSWER);
            assertThat(departure.inWords()).isEqualTo("1...f5 has no answer yet");
        });
        assertThat(left(Repertoire.empty(Side.WHITE), "d4 d5").kind()).isEqualTo(Departure.Kind.LINE_ENDED);
    }

    private static Departure left(Repertoire repertoire, String line) {
        return Departure.of(repertoire, Trees.positions(line), moves(line)).getFirst();
    }

    private static List<Move> moves(String line) {
        return Trees.moves(Position.START, line);
    }

    @Test
    void manyGamesTellWhatIsForgottenAndWhatIsMissing() {
        Repertoire repertoire = Trees.of(Side.WHITE, "d4 d5 c4", "d4 Nf6 c4");
        Map<Long, List<Departure>> byGame = new LinkedHashMap<>();
        String[] games = {"d4 d5 Nf3", "d4 d5 Nf3", "d4 d5 e3", "d4 f5 c4", "d4 f5 g3", "d4 Nf6 c4 e6"};
        for (int i = 0; i < games.length; i++) {
            byGame.put((long) i, Departure.of(repertoire, Trees.positions(games[i]), moves(games[i])));
        }
        Departures sums = Departures.of(byGame);
        assertThat(sums.games()).isEqualTo(6);
        assertThat(sums.forgotten()).first().satisfies(met -> {
            assertThat(met.move()).isEqualTo(Trees.move("g1f3"));
            assertThat(met.games()).containsExactly(0L, 1L);
        });
        assertThat(sums.missing())
                .singleElement()
                .satisfies(met -> assertThat(met.games()).containsExactly(3L, 4L));
        assertThat(sums.ended()).hasSize(1);
    }

    @Test
    void anAnswerThatLosesIsFoundWithTheReplyThatShowsIt() {
        // 2.Qh5 Nc6 3.Qxe5+ drops the queen.
        Repertoire repertoire = Trees.of(Side.WHITE, "e4 e5 Qh5 Nc6 Qxe5+", "e4 c5 Nf3");
        repertoire = Trees.played(repertoire, "e4", "d5", 3);
        Likelihood likelihood = Likelihood.of(repertoire, "");
        List<Position> wanted = Soundness.positions(repertoire, likelihood);
        Map<Long, Calculation> known = new HashMap<>();
        Calculator calculator = new Calculator(4, 1);
        for (Position position : wanted) {
            known.put(
                    position.key(),
                    calculator.calculate(Question.of(position, Limit.nodes(20_000)), found -> {}, new Cancel()));
        }
        List<Soundness.Weighed> weighed = Soundness.weigh(repertoire, known);
        assertThat(weighed).hasSize(repertoire.answers());
        Soundness.Weighed worst = weighed.getFirst();
        assertThat(worst.answer().move()).isEqualTo(Trees.move("h5e5"));
        assertThat(worst.loss()).isGreaterThan(0.3);
        assertThat(worst.shown().getFirst()).isEqualTo(Trees.move("c6e5"));
        assertThat(Soundness.unanswered(repertoire, likelihood.gaps(), known))
                .singleElement()
                .satisfies(each -> {
                    assertThat(each.gap().move()).isEqualTo(Trees.move("d7d5"));
                    assertThat(each.best().getFirst()).isEqualTo(Trees.move("e4d5"));
                });
        assertThat(known.values())
                .allSatisfy(each -> assertThat(each.lines())
                        .extracting(CalculatedLine::first)
                        .isNotEmpty());
    }

    /** What is renewed edit by edit says the same as what is worked out anew. */
    @Test
    void renewedItIsTheSameAsWorkedOutAnew() {
        Random random = new Random(29);
        Repertoire now = Trees.of(Side.WHITE, "d4 d5 c4 e6 Nc3 Nf6", "c4 e6 Nc3 d5 d4", "c4 e5 g3");
        Likelihood renewed = Likelihood.of(now, "");
        for (int edit = 0; edit < 300; edit++) {
            List<Repertoire.Node> nodes = now.nodes();
            Repertoire.Node node = nodes.get(random.nextInt(nodes.size()));
            List<Move> legal = node.position().legalMoves();
            Move move = legal.get(random.nextInt(legal.size()));
            now = switch (random.nextInt(8)) {
                case 0 ->
                    node.edges().isEmpty()
                            ? now
                            : now.remove(node.id(), node.edges().getLast().move());
                case 1 ->
                    now.withTallies(Map.of(
                            node.id(), new Tally(List.of(new Tally.Played(move, 1 + random.nextInt(9), 0, 0, 0)))));
                case 2 ->
                    node.replies().isEmpty()
                            ? now
                            : now.with(node.id(), node.replies().getFirst().withShare(random.nextInt(100)));
                default -> now.add(node.id(), move) instanceof Repertoire.Adding.Added added ? added.repertoire() : now;
            };
            renewed = renewed.renewed(now, "");
            Likelihood fresh = Likelihood.of(now, "");
            for (Repertoire.Node each : now.nodes()) {
                assertThat(renewed.at(each.id())).isEqualTo(fresh.at(each.id()));
                if (!now.isOurs(each.id())) {
                    assertThat(renewed.shares(each.id())).isEqualTo(fresh.shares(each.id()));
                }
            }
            assertThat(renewed.gaps()).isEqualTo(fresh.gaps());
            assertThat(renewed.coverage(3)).isEqualTo(fresh.coverage(3));
            assertThat(renewed.expectedMoves()).isEqualTo(fresh.expectedMoves());
        }
        assertThat(now.size()).isGreaterThan(100);
    }

    @Test
    void aPositionThatCameLaterIsMetInNoGame() {
        Repertoire before = Trees.of(Side.WHITE, "d4 d5 c4");
        Likelihood likelihood = Likelihood.of(before, "");
        Repertoire after = Trees.of(Side.WHITE, "d4 d5 c4 e6 Nc3");
        Repertoire.Node late = Trees.end(after, "d4 d5 c4 e6 Nc3");
        assertThat(likelihood.at(late.id())).isZero();
        assertThat(likelihood.shares(late.id())).isEmpty();
        Repertoire.Node there = Trees.end(after, "d4 d5 c4 e6");
        assertThat(likelihood.of(there.id(), there.edges().getFirst())).isZero();
    }
}
