package org.zeroply.print;

import java.io.StringWriter;
import java.util.Locale;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/**
 * Writes well-formed XHTML with SVG in it, so that one text is a page for a browser and the source of a PDF. Texts are
 * escaped; characters that XML does not know are left out.
 */
final class Page {
    static final String SVG = "http://www.w3.org/2000/svg";

    private final StringWriter text = new StringWriter();
    private final XMLStreamWriter out;

    Page() {
        try {
            out = XMLOutputFactory.newFactory().createXMLStreamWriter(text);
        } catch (XMLStreamException broken) {
            throw new IllegalStateException(broken);
        }
    }

    private interface Writing {
        void run() throws XMLStreamException;
    }

    private Page doing(Writing writing) {
        try {
            writing.run();
        } catch (XMLStreamException broken) {
            // The text goes to memory, and its structure is ours.
            throw new IllegalStateException(broken);
        }
        return this;
    }

    /** Opens an element with attributes, given as names and values in turn. */
    Page open(String element, String... attributes) {
        return doing(() -> {
            out.writeStartElement(element);
            write(attributes);
        });
    }

    /** An element without content. */
    Page empty(String element, String... attributes) {
        return doing(() -> {
            out.writeEmptyElement(element);
            write(attributes);
        });
    }

    private void write(String... attributes) throws XMLStreamException {
        for (int i = 0; i < attributes.length; i += 2) {
            out.writeAttribute(attributes[i], attributes[i + 1]);
        }
    }

    Page close() {
        return doing(out::writeEndElement);
    }

    Page text(String content) {
        return doing(() -> out.writeCharacters(content.replaceAll("[^\\t\\n\\x20-\\uFFFD]", "")));
    }

    /** A paragraph or heading with plain text in it; nothing for an empty text. */
    Page line(String element, String style, String content) {
        if (content.isBlank()) {
            return this;
        }
        return open(element, "class", style).text(content).close();
    }

    /** A path of an SVG. */
    Page path(String d, String fill, String stroke, double width) {
        return empty(
                "path",
                "d",
                d,
                "fill",
                fill,
                "stroke",
                stroke,
                "stroke-width",
                number(width),
                "stroke-linejoin",
                "round",
                "stroke-linecap",
                "round");
    }

    /**
     * A line that may be broken.
     *
     * @param dashes as SVG has them; empty for none
     */
    Page dashed(String d, String stroke, double width, String dashes) {
        return dashes.isEmpty()
                ? path(d, "none", stroke, width)
                : empty(
                        "path",
                        "d",
                        d,
                        "fill",
                        "none",
                        "stroke",
                        stroke,
                        "stroke-width",
                        number(width),
                        "stroke-linecap",
                        "round",
                        "stroke-dasharray",
                        dashes);
    }

    Page stroke(String d, double width) {
        return path(d, "none", Ink.INK, width);
    }

    /** Letters in a drawing, by the middle of their base line. */
    Page label(double x, double y, double size, String content) {
        return path(Lettering.path(content, x - Lettering.width(content, size) / 2, y, size), Ink.INK, "none", 0);
    }

    /** A number as SVG takes it, with at most two decimals. */
    static String number(double value) {
        return String.format(Locale.ROOT, "%.2f", value);
    }

    /** Opens a drawing that is shown at a size in millimetres. */
    Page drawing(double width, double height, double millimetresWide, String title) {
        double high = millimetresWide * height / width;
        open(
                "svg",
                "xmlns",
                SVG,
                "viewBox",
                "0 0 " + number(width) + " " + number(height),
                "width",
                number(millimetresWide) + "mm",
                "height",
                number(high) + "mm",
                "style",
                "width: " + number(millimetresWide) + "mm; height: " + number(high) + "mm");
        return open("title").text(title).close();
    }

    String finish() {
        doing(out::writeEndDocument);
        doing(out::flush);
        return "<!DOCTYPE html>\n" + text;
    }
}
