package org.zeroply.showing;

import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;

/** A sheet: cards to teach from, in their order. */
public record CardSheet(String name, List<Card> cards) {
    public CardSheet {
        cards = List.copyOf(cards);
    }

    public static CardSheet of(String name) {
        return new CardSheet(name, List.of());
    }

    public CardSheet withName(String next) {
        return new CardSheet(next, cards);
    }

    /** With one more behind a place; at the end where there is no such place. */
    public CardSheet withCard(int behind, Card card) {
        List<Card> next = new ArrayList<>(cards);
        next.add(Math.clamp(behind + 1, 0, cards.size()), card);
        return new CardSheet(name, next);
    }

    public CardSheet change(int at, UnaryOperator<Card> change) {
        List<Card> next = new ArrayList<>(cards);
        next.set(at, change.apply(cards.get(at)));
        return new CardSheet(name, next);
    }

    public CardSheet without(int at) {
        List<Card> next = new ArrayList<>(cards);
        next.remove(at);
        return new CardSheet(name, next);
    }

    public CardSheet moved(int from, int to) {
        List<Card> next = new ArrayList<>(cards);
        next.add(to, next.remove(from));
        return new CardSheet(name, next);
    }

    /** About how long it takes to go through. */
    public int minutes() {
        return cards.stream().mapToInt(Card::minutes).sum();
    }
}
