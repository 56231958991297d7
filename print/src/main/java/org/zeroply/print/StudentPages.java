package org.zeroply.print;

import java.io.IOException;
import java.io.OutputStream;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.zeroply.coaching.AccountSentences;
import org.zeroply.coaching.Habit;
import org.zeroply.coaching.JudgedGame;
import org.zeroply.coaching.Levels.Level;
import org.zeroply.coaching.OwnMove;
import org.zeroply.coaching.Praised;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Question;
import org.zeroply.coaching.Slip;
import org.zeroply.coaching.StudentAccount;
import org.zeroply.gametree.GameDate;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/** Everything that the workbook holds on a student, as a page for a browser or as a PDF. */
public final class StudentPages {
    private static final double DIAGRAM_MILLIMETRES = 44;
    private static final double PLOT_MILLIMETRES = 165;
    private static final int TRAINED_FIRST = 3;

    private StudentPages() {}

    /**
     * What is printed.
     *
     * @param level over all tasks; empty if nothing was handed in
     * @param levels by the title of the theme or skill
     * @param sittings what was handed in, a line each
     * @param questions the newest first
     */
    public record Contents(
            Profile profile,
            StudentAccount account,
            Optional<Level> level,
            Map<String, Level> levels,
            List<String> sittings,
            List<Question> questions) {
        public Contents {
            sittings = List.copyOf(sittings);
            questions = List.copyOf(questions);
        }
    }

    /** @param withNames whether people are named; otherwise the student and everybody else stand as such */
    public static String html(Contents contents, boolean withNames, Language language) {
        return new Printing(contents, withNames, language).html();
    }

    /** Writes it as a PDF of A4 pages; gives the number of pages. The stream stays open. */
    public static int pdf(Contents contents, boolean withNames, Language language, OutputStream out)
            throws IOException {
        return Setting.pdf(html(contents, withNames, language), out);
    }

    private static final class Printing {
        private final Contents contents;
        private final boolean withNames;
        private final Language language;
        private final Page page = new Page();

        Printing(Contents contents, boolean withNames, Language language) {
            this.contents = contents;
            this.withNames = withNames;
            this.language = language;
        }

        private String name() {
            return withNames ? contents.profile().student().name() : Words.of("print.student");
        }

        private String opponent(JudgedGame game) {
            return withNames ? game.opponent() : Words.of("print.opponent");
        }

        String html() {
            Profile profile = contents.profile();
            Setting.begin(page, Words.of("print.allAbout", name()));
            page.line("h1", "title", Words.of("print.allAbout", name()));
            facts(profile);
            StudentAccount account = contents.account();
            if (account.average() != null) {
                heading("print.account");
                paragraph(Words.of(
                        "print.average",
                        account.games().size(),
                        account.average().inWords()));
                account.rate()
                        .ifPresent(rate ->
                                paragraph(AccountSentences.rate(rate) + " " + AccountSentences.rateMeans() + "."));
                paragraph(AccountSentences.trend(account.trend()));
                if (!account.dots().isEmpty()) {
                    page.open("div", "class", "strip");
                    PlotPictures.rate(page, account.dots(), PLOT_MILLIMETRES);
                    page.line("p", "legend", Words.of("print.rateLegend"));
                    page.close();
                }
                training(account);
                told(account);
            }
            levels();
            list("print.sittings", contents.sittings());
            questions();
            games(account);
            page.close();
            page.close();
            return page.finish();
        }

        private void heading(String key) {
            page.line("h2", "part", Words.of(key));
        }

        private void paragraph(String text) {
            page.line("p", "", text);
        }

        private void list(String key, List<String> lines) {
            if (!lines.isEmpty()) {
                heading(key);
                lines.forEach(this::paragraph);
            }
        }

        private void facts(Profile profile) {
            Map<String, String> facts = new LinkedHashMap<>();
            if (withNames && !profile.names().isEmpty()) {
                facts.put("print.names", String.join(", ", profile.names()));
            }
            String ratings = profile.ratings().isEmpty()
                    ? profile.student().rating() == 0
                            ? ""
                            : Integer.toString(profile.student().rating())
                    : profile.ratings().stream()
                            .map(each -> Words.of("print.rated", each.rating(), each.date()))
                            .collect(Collectors.joining(", "));
            facts.put("print.rating", ratings);
            facts.put("print.groups", String.join(", ", profile.groups()));
            facts.put("print.goals", profile.goals().replace('\n', ' '));
            facts.forEach((key, value) -> {
                if (!value.isEmpty()) {
                    page.line("p", "occasion", Words.of(key, value));
                }
            });
        }

        private void training(StudentAccount account) {
            List<Habit> first = account.training().stream().limit(TRAINED_FIRST).toList();
            if (first.isEmpty()) {
                return;
            }
            heading("print.trainFirst");
            for (int i = 0; i < first.size(); i++) {
                Habit habit = first.get(i);
                page.open("table", "class", "moment").open("tr");
                for (Habit.Moment moment : habit.telling()) {
                    page.open("td", "class", "diagram", "style", "width: " + (DIAGRAM_MILLIMETRES + 4) + "mm");
                    diagram(moment);
                    page.close();
                }
                page.open("td", "class", "said");
                page.open("h2")
                        .open("span", "class", "number")
                        .text(Integer.toString(i + 1))
                        .close();
                page.text(habit.key().text()).close();
                paragraph(AccountSentences.cost(habit));
                AccountSentences.occasions(habit).forEach(this::paragraph);
                page.close();
                page.close().close();
            }
        }

        private void diagram(Habit.Moment moment) {
            OwnMove move = moment.move();
            Slip slip = move.slip();
            if (slip == null) {
                return;
            }
            Diagram.write(page, slip.position(), moment.game().side(), DIAGRAM_MILLIMETRES);
            String played = San.line(slip.position(), List.of(move.move()), language);
            page.line("p", "legend", Words.of("print.gave", played, Words.share(move.loss())));
            page.line("p", "legend", slip.text(move.move(), language));
        }

        private void told(StudentAccount account) {
            List<String> praise = account.praise().stream()
                    .limit(Praised.MOST)
                    .map(each -> switch (each) {
                        case Praised.Mastered mastered -> AccountSentences.praise(each);
                        case Praised.Found found -> at(found.moment(), AccountSentences.praise(each));
                        case Praised.Decided decided -> at(decided.moment(), AccountSentences.praise(each));
                    })
                    .toList();
            list("print.praised", praise);
            List<String> habits = new ArrayList<>(
                    account.habits().stream().map(AccountSentences::line).toList());
            habits.add(AccountSentences.smallChange(account));
            list("print.habits", habits);
            list(
                    "print.when",
                    account.clock().when().stream().map(AccountSentences::when).toList());
            list(
                    "print.clock",
                    account.clock().byHardness().entrySet().stream()
                            .map(entry -> AccountSentences.thought(entry.getKey(), entry.getValue()))
                            .toList());
            list(
                    "print.lastChances",
                    account.lastChances().stream()
                            .map(each -> at(each, AccountSentences.lastChance()))
                            .toList());
        }

        private String at(Habit.Moment moment, String text) {
            return Words.of("moment.line", moment.move().ply() / 2 + 1, opponent(moment.game()), text);
        }

        private void levels() {
            contents.level().ifPresent(overall -> {
                heading("print.levels");
                page.open("div", "class", "strip");
                PlotPictures.levels(page, contents.levels(), overall, PLOT_MILLIMETRES);
                page.close();
            });
        }

        private void questions() {
            if (contents.questions().isEmpty()) {
                return;
            }
            heading("print.questions");
            for (Question question : contents.questions()) {
                String asked =
                        LocalDate.ofInstant(question.asked(), ZoneOffset.UTC).toString();
                page.line("p", "summary", Words.of("print.question", asked, question.text()));
                paragraph(question.isOpen() ? Words.of("print.notAnswered") : question.answer());
            }
        }

        private void games(StudentAccount account) {
            list(
                    "print.games",
                    account.games().stream()
                            .map(game -> Words.of(
                                    "print.game",
                                    GameDate.shown(game.date()),
                                    Words.of("side." + (game.side() == Side.WHITE ? "WHITE" : "BLACK")),
                                    opponent(game),
                                    game.result().text(),
                                    game.account().inWords()))
                            .toList());
        }
    }
}
