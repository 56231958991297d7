package org.zeroply.notation;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Texts of files, whether an older or a newer editor saved them. */
class TextBytesTest {
    private static final Charset OLDER = Charset.forName("windows-1252");

    @ParameterizedTest
    @ValueSource(strings = {"", "1.d4 d5", "Zoë Müller – „gut“", "Ełk", "Фёдор", "名人", "a\r\nb\r\n"})
    void whatIsUtf8ComesBackAsItWas(String text) {
        assertThat(TextBytes.of(text.getBytes(StandardCharsets.UTF_8))).isEqualTo(text);
        assertThat(TextBytes.of(("\uFEFF" + text).getBytes(StandardCharsets.UTF_8)))
                .as("with the mark of some editors before it")
                .isEqualTo(text);
    }

    @ParameterizedTest
    @ValueSource(strings = {"Zoë Müller", "naïve – „gut“ …", "50 €", "Peña"})
    void whatIsNotIsTakenForWhatOlderEditorsWrote(String text) {
        assertThat(TextBytes.of(text.getBytes(OLDER))).isEqualTo(text);
    }

    @Test
    void aMarkWithinTheTextIsPartOfIt() {
        assertThat(TextBytes.of("a\uFEFFb".getBytes(StandardCharsets.UTF_8))).isEqualTo("a\uFEFFb");
    }

    @Test
    void twoBytesALetterAreToldByTheMarkOrByNoughts() {
        String text = "task: 1\nSpringer schlägt Ж";
        for (Charset charset : List.of(StandardCharsets.UTF_16, StandardCharsets.UTF_16LE, StandardCharsets.UTF_16BE)) {
            assertThat(TextBytes.of(text.getBytes(charset))).as(charset.name()).isEqualTo(text);
        }
        assertThat(TextBytes.of(("\uFEFF" + text).getBytes(StandardCharsets.UTF_16LE)))
                .isEqualTo(text);
        assertThat(TextBytes.of(new byte[] {'a'})).isEqualTo("a");
    }

    @Test
    void anyBytesAreSomeText() {
        Random random = new Random(17);
        for (int i = 0; i < 500; i++) {
            byte[] bytes = new byte[random.nextInt(200)];
            random.nextBytes(bytes);
            assertThat(TextBytes.of(bytes)).hasSizeLessThanOrEqualTo(bytes.length);
        }
    }

    @Test
    void aTagOrACommentIsDecodedByItselfSoThatOneBadOneSpoilsNoOther() throws Exception {
        byte[] older = "[White \"Müller\"]\n".getBytes(OLDER);
        byte[] newer = "[Black \"Ełk, Zoë\"]\n\n1.d4 {gut – „ja“} *\n".getBytes(StandardCharsets.UTF_8);
        byte[] both = new byte[older.length + newer.length];
        System.arraycopy(older, 0, both, 0, older.length);
        System.arraycopy(newer, 0, both, older.length, newer.length);
        PgnEntry entry = new PgnReader(new ByteArrayInputStream(both)).next();
        assertThat(entry).isInstanceOfSatisfying(PgnEntry.Read.class, read -> {
            assertThat(read.game().tags().known("White")).isEqualTo("Müller");
            assertThat(read.game().tags().known("Black")).isEqualTo("Ełk, Zoë");
            assertThat(read.game().tree().node(1).after()).isEqualTo("gut – „ja“");
        });
    }
}
