package org.zeroply.desktop.register;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.zeroply.coaching.AccountSentences;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.ClockAccount;
import org.zeroply.coaching.Diary;
import org.zeroply.coaching.Event;
import org.zeroply.coaching.Habit;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.Levels.Level;
import org.zeroply.coaching.Praised;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Question;
import org.zeroply.coaching.StudentAccount;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.DayField;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.words.Words;

/** The page of a student. Passive: it shows what it is given and says what is clicked. */
final class StudentView extends VBox {
    private static final int TRAINED_FIRST = 3;
    private static final int MOST_LISTED = 6;

    /** What can be done from the page. */
    interface Actions extends HabitCard.Actions {
        void open(long game, int ply);

        void edit();

        void ask();

        void answer(Question question);

        void remove(Question question);

        /** Tasks on a theme at the right level. */
        void tasks(String theme);

        /** Judges games that are not judged yet. */
        void judge(List<Long> games);

        /** The student's repertoires. */
        void repertoire(StudentPage.At at);

        void plan(Diary.Entry entry);

        void openLesson(Lesson lesson);

        void newLesson(long student);

        void newHomework(long student);

        void showEvent(Event event);

        /** A page for parents. */
        void term(long student);

        void allAbout();

        Button moreButton();
    }

    /** The least widths of a card and of a column of three. */
    private static final double WIDE = 380;

    private static final double COLUMN = 270;

    /** The width of the choice of games where there is room. */
    private static final double SPAN = 243;

    private final RegisterModel model;
    private final Actions actions;

    StudentView(RegisterModel model, Actions actions) {
        super(12);
        this.model = model;
        this.actions = actions;
        getStyleClass().add("student-page");
    }

    /** Who it is, as long as the rest is being worked out. */
    void show(Profile profile) {
        getChildren().setAll(header(profile), Widgets.label("soft", Texts.of("register.working")));
    }

    void show(StudentPage page) {
        StudentAccount account = page.account();
        getChildren().setAll(header(page.profile()));
        notes(page).forEach(note -> getChildren().add(note));
        if (account.games().isEmpty()) {
            Label none = Widgets.wrapped("paragraph");
            none.setText(Texts.of(
                    page.left().isEmpty() ? "register.noGames" : "register.noneJudged",
                    String.join(", ", page.profile().allNames())));
            getChildren().add(none);
        } else {
            getChildren().addAll(cards(page), training(account));
        }
        getChildren().addAll(foot(page), diary(page));
        if (!account.games().isEmpty()) {
            getChildren().add(below(account));
        }
    }

    // ---- the head

    private Node header(Profile profile) {
        Label name = Widgets.label("student-name", profile.student().name());
        name.setId("student-heading");
        Label facts = Widgets.label(
                "soft",
                profile.student().rating() == 0
                        ? ""
                        : Integer.toString(profile.student().rating()));
        facts.setMinWidth(Region.USE_PREF_SIZE);
        ChoiceBox<StudentPage.Span> span =
                Choices.of(List.of(StudentPage.Span.values()), each -> Texts.of("span." + each));
        span.setId("register-span");
        span.setValue(model.spanProperty().get());
        span.valueProperty().subscribe(now -> {
            if (now != null) {
                model.spanProperty().set(now);
            }
        });
        Button edit = Widgets.button("register.edit", "register-edit", actions::edit);
        Button about = Widgets.button("register.about", "register-about", actions::allAbout);
        Button more = actions.moreButton();
        for (Button button : List.of(edit, about, more)) {
            button.setMinWidth(Region.USE_PREF_SIZE);
        }
        // What is chosen gives way first, then the end of a long name.
        span.setMinWidth(100);
        span.setPrefWidth(100);
        span.setMaxWidth(SPAN);
        HBox.setHgrow(span, Priority.SOMETIMES);
        name.setMinWidth(100);
        HBox.setHgrow(name, Priority.NEVER);
        Region space = Widgets.space();
        HBox.setHgrow(space, Priority.SOMETIMES);
        HBox head = new HBox(12, name, facts, span, space, edit, about, more);
        head.setAlignment(Pos.CENTER_LEFT);
        List<String> told = new ArrayList<>();
        if (!profile.groups().isEmpty()) {
            told.add(String.join(", ", profile.groups()));
        }
        if (!profile.goals().isEmpty()) {
            told.add(profile.goals().replace('\n', ' '));
        }
        Label below = Widgets.wrapped("soft");
        Widgets.tell(below, String.join(" · ", told));
        return new VBox(3, head, below);
    }

    private List<Node> notes(StudentPage page) {
        List<Node> notes = new ArrayList<>();
        if (!page.claimed().isEmpty()) {
            Label claimed = Widgets.wrapped("attention");
            claimed.setText(Texts.of("register.claimed", String.join("; ", page.claimed())));
            notes.add(claimed);
        }
        if (!page.left().isEmpty()) {
            Hyperlink judge =
                    new Hyperlink(Texts.of("register.judge", page.left().size()));
            judge.setId("register-judge");
            judge.setOnAction(event -> actions.judge(page.left()));
            Label left = new Label(Texts.of(
                    "register.left",
                    page.left().size(),
                    page.left().size() + page.account().games().size()));
            HBox row = new HBox(8, left, judge);
            row.setAlignment(Pos.CENTER_LEFT);
            notes.add(row);
        }
        if (page.older() > 0) {
            notes.add(note("register.older", page.older()));
        }
        if (!page.selfPlayed().isEmpty()) {
            notes.add(note("register.self", page.selfPlayed().size()));
        }
        return notes;
    }

    private static Label note(String key, Object... arguments) {
        Label label = Widgets.wrapped("soft");
        label.setText(Texts.of(key, arguments));
        return label;
    }

    // ---- the account

    private Node cards(StudentPage page) {
        StudentAccount account = page.account();
        AccountBars bars = new AccountBars();
        bars.show(account.average());
        VBox sums = new VBox(
                8,
                Widgets.label(
                        "section-heading",
                        Texts.of("register.account", account.games().size())),
                bars,
                rate(account));
        sums.getStyleClass().add("register-card");
        RatePlot plot = new RatePlot(dot -> actions.open(dot.game().game(), 0));
        plot.show(account.dots());
        HBox legend = new HBox(
                10,
                Widgets.label("section-heading", Texts.of("rate.title")),
                Widgets.space(),
                mark("rate-white", "rate.white"),
                mark("rate-black", "rate.black"),
                mark("rate-key", "rate.last"));
        legend.setAlignment(Pos.CENTER_LEFT);
        VBox time = new VBox(6, legend, plot);
        time.getStyleClass().add("register-card");
        return new Folding(WIDE, sums, time);
    }

    private static Node mark(String style, String key) {
        Region region = new Region();
        region.getStyleClass().add(style);
        region.setMinSize(10, 10);
        region.setPrefSize(10, 10);
        region.setMaxSize(10, 10);
        Label label = new Label(Texts.of(key), region);
        label.setMinWidth(Region.USE_PREF_SIZE);
        return label;
    }

    private static Node rate(StudentAccount account) {
        VBox lines = new VBox(2);
        account.rate().ifPresent(rate -> {
            Label figure = Widgets.label("register-rate", AccountSentences.rate(rate));
            figure.setMinWidth(Region.USE_PREF_SIZE);
            HBox row = new HBox(8, figure, line("soft", AccountSentences.rateMeans()));
            row.setAlignment(Pos.BASELINE_LEFT);
            lines.getChildren().add(row);
        });
        lines.getChildren().add(line("soft", AccountSentences.trend(account.trend())));
        account.forLevel()
                .ifPresent(ratings -> lines.getChildren().add(line("soft", AccountSentences.forLevel(ratings))));
        return lines;
    }

    private static Label line(String style, String text) {
        Label label = Widgets.wrapped(style);
        label.setText(text);
        return label;
    }

    // ---- what to train

    private Node training(StudentAccount account) {
        double given =
                account.games().stream().mapToDouble(each -> each.givenAway()).sum();
        double habits = account.habits().stream().mapToDouble(Habit::points).sum();
        HBox head = new HBox(
                10,
                Widgets.label("section-heading", Texts.of("register.train")),
                Widgets.space(),
                Widgets.label("soft", Texts.of("register.share", Words.share(habits), Words.share(given))));
        List<Habit> first = account.training().stream().limit(TRAINED_FIRST).toList();
        if (first.isEmpty()) {
            return new VBox(6, head, line("soft", Texts.of("register.nothing")));
        }
        Node[] cards = new Node[first.size()];
        for (int i = 0; i < cards.length; i++) {
            cards[i] = new HabitCard(i + 1, first.get(i), actions);
        }
        return new VBox(6, head, new Folding(COLUMN, cards));
    }

    // ---- levels, questions, next

    private Node foot(StudentPage page) {
        Folding foot = new Folding(COLUMN, levels(page), questions(page), next(page));
        foot.getStyleClass().add("register-foot");
        return foot;
    }

    private Node levels(StudentPage page) {
        Label heading = Widgets.label("section-heading", Texts.of("register.levels"));
        if (page.level().isEmpty()) {
            return new VBox(6, heading, line("soft", Texts.of("register.noLevel")));
        }
        LevelPlot plot = new LevelPlot(actions::tasks);
        plot.show(limited(page), page.level().get());
        HBox head = new HBox(
                10, heading, Widgets.space(), Widgets.label("soft", Texts.of("register.sittings", page.sittings())));
        return new VBox(4, head, plot);
    }

    private static Map<String, Level> limited(StudentPage page) {
        Map<String, Level> first = new LinkedHashMap<>();
        page.themes().entrySet().stream().limit(MOST_LISTED).forEach(each -> first.put(each.getKey(), each.getValue()));
        page.skills().forEach((skill, level) -> first.put(skill.title(), level));
        return first;
    }

    private Node questions(StudentPage page) {
        Hyperlink ask = new Hyperlink(Texts.of("register.ask"));
        ask.setId("register-ask");
        ask.setOnAction(event -> actions.ask());
        HBox head =
                new HBox(10, Widgets.label("section-heading", Texts.of("register.questions")), Widgets.space(), ask);
        head.setAlignment(Pos.CENTER_LEFT);
        VBox box = new VBox(6, head);
        if (page.questions().isEmpty()) {
            box.getChildren().add(line("soft", Texts.of("register.noQuestions")));
        }
        for (Question question : page.questions()) {
            box.getChildren().add(question(question));
        }
        return box;
    }

    private Node question(Question question) {
        Label text = line("question-text", "“" + question.text() + "”");
        VBox said = new VBox(1, text);
        HBox row = new HBox(10);
        if (question.isOpen()) {
            row.getChildren().add(Widgets.label("attention", Texts.of("question.open")));
        } else {
            said.getChildren().add(line("soft", question.answer()));
        }
        Hyperlink answer = new Hyperlink(Texts.of(question.isOpen() ? "question.answer" : "question.change"));
        answer.setId("question-answer-" + question.id());
        answer.setOnAction(event -> actions.answer(question));
        row.getChildren().add(answer);
        if (question.game() != 0) {
            Hyperlink go = new Hyperlink(Texts.of(question.ply() < 0 ? "question.game" : "question.move"));
            go.setOnAction(event -> actions.open(question.game(), Math.max(0, question.ply())));
            row.getChildren().add(go);
        }
        Hyperlink remove = new Hyperlink(Texts.of("question.remove"));
        remove.setOnAction(event -> actions.remove(question));
        row.getChildren().add(remove);
        row.setAlignment(Pos.CENTER_LEFT);
        said.getChildren().add(row);
        return said;
    }

    private Node next(StudentPage page) {
        VBox box = new VBox(6, Widgets.label("section-heading", Texts.of("register.repertoire")));
        StudentPage.Departed departed = page.departures();
        if (departed.games() == 0) {
            box.getChildren().add(line("soft", Texts.of("register.noRepertoire")));
            return box;
        }
        box.getChildren()
                .add(new Label(Texts.of("register.departed", departed.first().size(), departed.games())));
        departed.first().stream().limit(TRAINED_FIRST).forEach(at -> {
            String opponent = page.account().games().stream()
                    .filter(game -> game.game() == at.game())
                    .map(game -> game.opponent())
                    .findFirst()
                    .orElse("");
            Hyperlink link = new Hyperlink(Texts.of("register.departedAt", at.ply() / 2 + 1, opponent));
            link.setOnAction(event -> actions.repertoire(at));
            box.getChildren().add(link);
        });
        return box;
    }

    /** Lessons, homework, the next event. */
    private Node diary(StudentPage page) {
        StudentPage.Coming coming = page.coming();
        long id = page.profile().student().id();
        VBox lessons = new VBox(5, Widgets.label("section-heading", Texts.of("register.lessons")));
        coming.next()
                .ifPresentOrElse(
                        entry -> {
                            Hyperlink plan = new Hyperlink(Texts.of(
                                    "register.nextLesson",
                                    DayField.weekday(entry.begins().toLocalDate()),
                                    DayField.shown(entry.begins().toLocalTime())));
                            plan.setId("student-next");
                            plan.setOnAction(event -> actions.plan(entry));
                            lessons.getChildren().add(plan);
                        },
                        () -> lessons.getChildren().add(line("soft", Texts.of("register.noLesson"))));
        coming.last().ifPresent(last -> {
            String word = last.word().isEmpty() ? last.aim() : last.word();
            Hyperlink held = new Hyperlink(Texts.of(
                    "register.held",
                    coming.held(),
                    DayField.shown(last.when().start().toLocalDate())));
            held.setId("student-last");
            held.setOnAction(event -> actions.openLesson(last));
            lessons.getChildren().add(held);
            if (!word.isEmpty()) {
                lessons.getChildren().add(line("soft", Texts.of("register.lastWord", word)));
            }
        });
        Hyperlink fresh = new Hyperlink(Texts.of("register.newLesson"));
        fresh.setId("student-new-lesson");
        fresh.setOnAction(event -> actions.newLesson(id));
        Hyperlink term = new Hyperlink(Texts.of("register.term"));
        term.setId("student-term");
        term.setOnAction(event -> actions.term(id));
        lessons.getChildren().addAll(fresh, term);
        VBox homework = new VBox(5, Widgets.label("section-heading", Texts.of("register.homework")));
        for (Assignment each : coming.owed()) {
            each.of(id)
                    .ifPresent(part -> homework.getChildren()
                            .add(line(
                                    "",
                                    Texts.of(
                                            "register.owes",
                                            each.text(),
                                            part.state().text(),
                                            DayField.shown(each.due())))));
        }
        if (coming.owed().isEmpty()) {
            homework.getChildren().add(line("soft", Texts.of("register.noHomework")));
        }
        Hyperlink set = new Hyperlink(Texts.of("register.setHomework"));
        set.setId("student-homework");
        set.setOnAction(event -> actions.newHomework(id));
        homework.getChildren().add(set);
        VBox events = new VBox(5, Widgets.label("section-heading", Texts.of("register.event")));
        coming.event()
                .ifPresentOrElse(
                        event -> {
                            Hyperlink show = new Hyperlink(
                                    Texts.of("register.nextEvent", event.name(), DayField.shown(event.from())));
                            show.setId("student-event");
                            show.setOnAction(clicked -> actions.showEvent(event));
                            events.getChildren().add(show);
                        },
                        () -> events.getChildren().add(line("soft", Texts.of("register.noEvent"))));
        Folding diary = new Folding(COLUMN, lessons, homework, events);
        diary.getStyleClass().add("register-diary");
        return diary;
    }

    // ---- further down

    private Node below(StudentAccount account) {
        return new Folding(COLUMN, done(account), habits(account), happens(account));
    }

    private Node done(StudentAccount account) {
        VBox box = new VBox(5, Widgets.label("section-heading", Texts.of("register.praise")));
        List<Praised> most = account.praise().stream().limit(Praised.MOST).toList();
        if (most.isEmpty()) {
            return new VBox();
        }
        for (Praised each : most) {
            String text = AccountSentences.praise(each);
            switch (each) {
                case Praised.Mastered mastered -> box.getChildren().add(line("habit-line", text));
                case Praised.Found(Habit.Moment moment, double cost) ->
                    box.getChildren().add(link(moment, text));
                case Praised.Decided(Habit.Moment moment, var decision) ->
                    box.getChildren().add(link(moment, text));
            }
        }
        return box;
    }

    private Node link(Habit.Moment moment, String text) {
        Hyperlink link = new Hyperlink(AccountSentences.moment(moment, text));
        link.setWrapText(true);
        link.setOnAction(event -> actions.open(moment));
        return link;
    }

    private static Node habits(StudentAccount account) {
        VBox box = new VBox(3, Widgets.label("section-heading", Texts.of("register.habits")));
        for (Habit habit : account.habits().stream().limit(2 * MOST_LISTED).toList()) {
            box.getChildren().add(line("habit-line", AccountSentences.line(habit)));
        }
        box.getChildren().add(line("soft", AccountSentences.smallChange(account)));
        return box;
    }

    private Node happens(StudentAccount account) {
        VBox box = new VBox(3);
        ClockAccount clock = account.clock();
        if (!clock.when().isEmpty()) {
            box.getChildren().add(Widgets.label("section-heading", Texts.of("register.when")));
            clock.when().forEach(when -> box.getChildren().add(line("habit-line", AccountSentences.when(when))));
        }
        if (!clock.byHardness().isEmpty()) {
            box.getChildren().add(Widgets.label("section-heading", Texts.of("register.clock")));
            clock.byHardness()
                    .forEach((hardness, thought) ->
                            box.getChildren().add(line("habit-line", AccountSentences.thought(hardness, thought))));
        }
        if (!account.lastChances().isEmpty()) {
            box.getChildren().add(Widgets.label("section-heading", Texts.of("register.lastChances")));
            account.lastChances().reversed().stream()
                    .limit(TRAINED_FIRST)
                    .forEach(moment -> box.getChildren().add(link(moment, AccountSentences.lastChance())));
        }
        return box;
    }
}
