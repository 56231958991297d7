package org.zeroply.desktop.kit;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.zeroply.gametree.Game;
import org.zeroply.notation.Language;
import org.zeroply.print.GamePages;
import org.zeroply.print.PaperPages;
import org.zeroply.print.SheetPages;
import org.zeroply.print.StudentPages;
import org.zeroply.print.TeachingPages;
import org.zeroply.showing.Shown;
import org.zeroply.store.WholeFile;

/** Writes papers, scripts and tables to files in the background, and says so when it is done. */
public final class PaperFiles {
    private final FileChoice files;
    private final Background background;
    private final Sheets sheets;

    public PaperFiles(FileChoice files, Background background, Sheets sheets) {
        this.files = files;
        this.background = background;
        this.sheets = sheets;
    }

    public void pdf(String name, PaperPages.Sheet sheet) {
        write(files.toPaper(name + ".pdf", "PDF"), out -> PaperPages.pdf(sheet, out) > 0);
    }

    /** Writes a game with its variations and notes. */
    public void pdf(String name, Game game, String title, Language language) {
        write(files.toPaper(name + ".pdf", "PDF"), out -> GamePages.pdf(game, title, language, out) > 0);
    }

    /**
     * Writes all about a student.
     *
     * @param isPage whether as a page for a browser; else as a PDF
     */
    public void student(
            String name, StudentPages.Contents contents, boolean withNames, boolean isPage, Language language) {
        if (isPage) {
            text(files.toPaper(name + ".html", "HTML"), StudentPages.html(contents, withNames, language));
        } else {
            write(files.toPaper(name + ".pdf", "PDF"), out -> StudentPages.pdf(contents, withNames, language, out) > 0);
        }
    }

    /** Writes a page around lessons and events; as a page for a browser, or as a PDF. */
    public void teaching(String name, TeachingPages.Contents contents, boolean isPage) {
        if (isPage) {
            text(files.toPaper(name + ".html", "HTML"), TeachingPages.html(contents));
        } else {
            write(files.toPaper(name + ".pdf", "PDF"), out -> TeachingPages.pdf(contents, out) > 0);
        }
    }

    /** Writes the handout of a sheet. */
    public void handout(String name, SheetPages.Handout handout) {
        write(files.toPaper(name + ".pdf", "PDF"), out -> SheetPages.pdf(handout, out) > 0);
    }

    /**
     * Writes maps: as a drawing or a picture the first of them, as a page all.
     *
     * @param kind svg, png or pdf
     */
    public void maps(String name, List<Shown.MapShown> maps, String kind) {
        Optional<Path> target = files.toPaper(name.replace(':', ',') + "." + kind, kind.toUpperCase(Locale.ROOT));
        switch (kind) {
            case "svg" -> text(target, SheetPages.svg(maps.getFirst()));
            case "png" ->
                write(target, out -> {
                    SheetPages.png(maps.getFirst(), out);
                    return true;
                });
            default -> write(target, out -> SheetPages.mapsPdf(name, maps, out) > 0);
        }
    }

    /**
     * @param target where to; nothing is done without
     */
    public void text(Optional<Path> target, String text) {
        write(target, out -> {
            out.write(text.getBytes(StandardCharsets.UTF_8));
            return true;
        });
    }

    private void write(Optional<Path> target, WholeFile.Content content) {
        target.ifPresent(file -> background.run(
                Texts.of("paper.writing", file.getFileName()),
                (progress, cancel) -> {
                    WholeFile.write(file, content);
                    return file;
                },
                written -> sheets.say(Texts.of("paper.written", written.getFileName()))));
    }
}
