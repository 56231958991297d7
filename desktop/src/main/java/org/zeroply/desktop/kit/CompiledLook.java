package org.zeroply.desktop.kit;

import java.io.File;
import java.io.IOException;
import javafx.css.Stylesheet;

/**
 * Writes the stylesheet as the toolkit has it once it is read, so that a start need not read it: packaging puts that beside
 * the text.
 */
final class CompiledLook {
    private CompiledLook() {}

    public static void main(String[] arguments) throws IOException {
        Stylesheet.convertToBinary(new File(arguments[0]), new File(arguments[1]));
    }
}
