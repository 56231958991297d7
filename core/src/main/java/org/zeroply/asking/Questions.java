package org.zeroply.asking;

import java.util.List;

/** The coach's questions, in the order in which they are offered. A new one is a class, a line here, and its texts. */
public final class Questions {
    /** The first of them, which the window shows in cards of its own. */
    public static final CoachQuestion<?> CANDIDATES = new CandidatesQuestion();

    public static final List<CoachQuestion<?>> ALL = List.of(
            CANDIDATES,
            new MateQuestion(),
            new EveryMoveQuestion(),
            new ChecksQuestion(),
            new LineQuestion(),
            new TurnQuestion(),
            new ForcedQuestion(),
            new EndingQuestion(),
            new ParriesQuestion(),
            new EliminateQuestion(),
            new PinsQuestion(),
            new ReadyQuestion(),
            new PlanQuestion(),
            new DriveOffQuestion(),
            new FrozenQuestion(),
            new ResignQuestion());

    private Questions() {}

    /** All but the candidates. */
    public static List<CoachQuestion<?>> others() {
        return ALL.subList(1, ALL.size());
    }

    /** All but the candidates that are asked for one purpose. */
    public static List<CoachQuestion<?>> others(Purpose purpose) {
        return others().stream().filter(each -> each.purpose() == purpose).toList();
    }

    /**
     * A question by its key.
     *
     * @throws IllegalArgumentException if there is none
     */
    public static CoachQuestion<?> of(String key) {
        return ALL.stream()
                .filter(each -> each.key().equals(key))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("there is no question " + key));
    }
}
