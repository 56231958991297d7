package org.zeroply.store;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.ThreeWay;
import org.zeroply.notation.PgnWriter;
import org.zeroply.showing.Card;
import org.zeroply.showing.CardSheet;
import org.zeroply.showing.SheetPgn;

/** Sheets: a row each, its cards as a file of sheets has them. */
final class SheetKind extends DocumentKind<CardSheet> {
    SheetKind() {
        super("sheet");
    }

    @Override
    public Set<String> tables() {
        return Set.of("sheet");
    }

    @Override
    CardSheet get(Handle handle, long id) {
        return handle.createQuery("select name, content from sheet where id = ?")
                .bind(0, id)
                .map((rows, context) -> cards(rows.getString(2)).withName(rows.getString(1)))
                .findOne()
                .orElseThrow(() -> new WorkbookException("there is no sheet " + id));
    }

    private static CardSheet cards(String pgn) {
        try {
            return SheetPgn.read(new ByteArrayInputStream(pgn.getBytes(StandardCharsets.UTF_8)))
                    .sheet();
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
    }

    @Override
    OptionalLong insert(Handle handle, CardSheet sheet) {
        return OptionalLong.of(handle.createUpdate("insert into sheet (name, cards, content) values (?, ?, ?)")
                .bind(0, sheet.name())
                .bind(1, sheet.cards().size())
                .bind(2, SheetPgn.write(sheet))
                .executeAndReturnGeneratedKeys("id")
                .mapTo(Long.class)
                .one());
    }

    @Override
    void put(Handle handle, long id, CardSheet sheet) {
        handle.execute(
                "update sheet set name = ?, cards = ?, content = ? where id = ?",
                sheet.name(),
                sheet.cards().size(),
                SheetPgn.write(sheet),
                id);
    }

    /** The name in front, since an empty sheet has no game to say it. */
    @Override
    byte[] write(CardSheet sheet) {
        return (NodeText.escape(sheet.name()) + "\n" + SheetPgn.write(sheet)).getBytes(StandardCharsets.UTF_8);
    }

    @Override
    CardSheet read(byte[] kept) {
        String text = new String(kept, StandardCharsets.UTF_8);
        int end = text.indexOf('\n');
        return cards(text.substring(end + 1)).withName(NodeText.unescape(text.substring(0, end)));
    }

    // ---- merging

    /** Edits of different cards stand in one sheet; two of the same one, or without what both came from, in two sheets. */
    @Override
    Union<CardSheet> unite(CardSheet first, CardSheet second, @Nullable CardSheet base) {
        if (base == null) {
            return new Union.Beside<>();
        }
        ThreeWay<String> name = ThreeWay.of(base.name(), first.name(), second.name());
        Optional<List<String>> cards = ThreeWay.ofLists(texts(base), texts(first), texts(second));
        return name.isConflict() || cards.isEmpty()
                ? new Union.Beside<>()
                : new Union.One<>(cards(String.join("", cards.get())).withName(name.value()), 0);
    }

    private static List<String> texts(CardSheet sheet) {
        return sheet.cards().stream().map(SheetKind::text).toList();
    }

    private static String text(Card card) {
        return PgnWriter.write(SheetPgn.game(card));
    }

    @Override
    CardSheet beside(CardSheet sheet) {
        return sheet.withName(sheet.name() + " (2)");
    }

    // ---- rescue

    @Override
    String nameOf(Handle handle, long id) {
        return column(handle, "name", id);
    }
}
