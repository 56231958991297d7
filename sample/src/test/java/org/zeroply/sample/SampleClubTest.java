package org.zeroply.sample;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameResult;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.notation.PgnWriter;
import org.zeroply.repertoire.Answer;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.task.Dump;
import org.zeroply.task.Scheme;
import org.zeroply.task.Task;
import org.zeroply.task.TaskKind;

class SampleClubTest {
    /** Positions from the circle's evenings, written by hand: a mate, checks, a triangle, squares that correspond. */
    private static final int LESSONS = 4;

    private static List<Game> games() throws IOException {
        List<Game> games = new ArrayList<>();
        try (InputStream in = SampleClub.games()) {
            PgnReader reader = new PgnReader(in);
            for (PgnEntry entry = reader.next(); entry != null; entry = reader.next()) {
                assertThat(entry.faults()).isEmpty();
                games.add(((PgnEntry.Read) entry).game());
            }
        }
        return games;
    }

    @Test
    void theClubIsWhatTheGuidePromises() throws IOException {
        List<Game> games = games();
        assertThat(games).hasSize(ClubGenerator.GAMES + LESSONS);
        for (SampleClub.Student student : SampleClub.students()) {
            assertThat(games)
                    .filteredOn(game -> game.tags().values().containsValue(student.name()))
                    .hasSizeGreaterThanOrEqualTo(8);
        }
        assertThat(games)
                .filteredOn(game -> !game.tree().start().equals(Position.START))
                .hasSize(1 + LESSONS);
        assertThat(games)
                .filteredOn(game -> has(game, node -> node.clock().isPresent()))
                .hasSizeGreaterThan(30);
        assertThat(games)
                .filteredOn(game -> has(game, node -> node.children().size() > 1))
                .hasSizeGreaterThan(6);
        assertThat(games).extracting(game -> game.result()).doesNotContain(GameResult.OPEN);
    }

    private static boolean has(Game game, Predicate<GameNode> what) {
        return game.tree().table().stream().anyMatch(node -> node != null && what.test(node));
    }

    @Test
    void noTwoGamesAreTheSame() throws IOException {
        Set<String> seen = new HashSet<>();
        for (Game game : games()) {
            assertThat(seen.add(game.tree().mainLine().stream()
                            .map(id -> game.tree().node(id).played().toString())
                            .toList()
                            .toString()))
                    .isTrue();
        }
    }

    /** The file is what the generator makes; annotated and plain games are among the first. */
    @Test
    void theGeneratorMakesTheSameGamesAgain() throws IOException {
        List<Game> made = new ClubGenerator().make(1);
        List<Game> kept = games();
        for (int i = 0; i < made.size(); i++) {
            assertThat(PgnWriter.write(kept.get(i))).isEqualTo(PgnWriter.write(made.get(i)));
        }
    }

    @Test
    void theClubHasARepertoireForEachColourThatIsReasonedGuardedAndMeetsItself() {
        List<SampleClub.Prepared> repertoires = SampleClub.repertoires();
        assertThat(repertoires).extracting(SampleClub.Prepared::side).containsExactly(Side.WHITE, Side.BLACK);
        for (SampleClub.Prepared prepared : repertoires) {
            Repertoire repertoire = prepared.repertoire();
            assertThat(SampleClub.students())
                    .extracting(SampleClub.Student::name)
                    .contains(prepared.student());
            assertThat(repertoire.size()).isGreaterThan(400);
            List<Answer> answers = repertoire.nodes().stream()
                    .flatMap(node -> node.answers().stream())
                    .toList();
            assertThat(answers.stream()
                            .filter(answer -> answer.note(Answer.Note.REASON).isEmpty()))
                    .hasSizeLessThan(5);
            assertThat(answers.stream().flatMap(answer -> answer.guards().stream()))
                    .isNotEmpty();
            assertThat(answers).extracting(Answer::approach).contains("calm", "sharp");
            assertThat(answers)
                    .allSatisfy(answer -> assertThat(answer.notes().values())
                            .allSatisfy(text -> assertThat(text).doesNotContain("\n")));
            assertThat(repertoire.nodes().stream()
                            .filter(node -> repertoire.into(node.id()).size() > 1))
                    .hasSizeGreaterThan(3);
        }
    }

    @Test
    void writingEverythingDownDoesNotPayInThePapers() {
        List<Task> calculate = SampleClub.papers().stream()
                .flatMap(paper -> paper.tasks().stream())
                .filter(task -> task.kind() == TaskKind.CALCULATE)
                .toList();
        assertThat(calculate).hasSizeGreaterThan(4).allSatisfy(task -> {
            assertThat(task.scheme().rules()).isEqualTo(Scheme.RULES);
            assertThat(Dump.of(task).share()).as(task.name()).isLessThan(Dump.TOO_MUCH);
        });
    }
}
