package org.zeroply.print;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Objects;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.zeroply.gametree.Game;
import org.zeroply.notation.Language;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;

class GamePagesTest {
    private static final String GAME = """
            [White "Brandt, Ida"]
            [Black "Oake, Tamsin & Co <x>"]
            [Event "Hollow Mill club evening"]
            [Result "1-0"]

            1. d4 d5 2. c4 (2. Nf3 Nf6 {quiet}) 2... e6! {well met} 1-0
            """;

    @Test
    void aGameIsPrintedWithItsVariationsAndNotes() throws IOException {
        PgnEntry entry = Objects.requireNonNull(
                new PgnReader(new ByteArrayInputStream(GAME.getBytes(StandardCharsets.UTF_8))).next());
        Game game = ((PgnEntry.Read) entry).game();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        assertThat(GamePages.pdf(game, "Brandt – Oake & Co <x>", Language.GERMAN, out))
                .isEqualTo(1);
        try (PDDocument document = Loader.loadPDF(out.toByteArray())) {
            assertThat(new PDFTextStripper().getText(document).replaceAll("\\s+", " "))
                    .contains("Brandt – Oake & Co <x>", "Hollow Mill club evening")
                    .contains("1.d4 d5 2.c4", "2.Sf3 Sf6 quiet", "2...e6! well met 1-0");
        }
    }
}
