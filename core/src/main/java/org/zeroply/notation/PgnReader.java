package org.zeroply.notation;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.SequencedMap;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.Command;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameResult;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.Tags;
import org.zeroply.rules.Board;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.words.Words;

/**
 * Reads games from a PGN stream, one after the other, and never gives up on a file: what cannot be read is reported with
 * its place, and the rest comes through. Memory does not grow with the file.
 *
 * <p>A move that is illegal or unreadable ends only its own line. The moves before it are kept, and the rest of that
 * line is kept as text in a note behind the last good move, so that nothing of the file is lost. Text is UTF-8, and a
 * tag or comment that is not valid UTF-8 is taken for Windows-1252; a file may be in UTF-16. Bounds against hostile files are constants below;
 * every cut is reported.
 */
public final class PgnReader {
    private static final int LONGEST_COMMENT = 1 << 20;
    private static final int LONGEST_TAG = 1 << 14;
    private static final int LONGEST_TOKEN = 255;
    private static final int LONGEST_UNREAD = 2_000;
    private static final int DEEPEST = 256;
    private static final int MOST_TAGS = 500;
    private static final int MOST_MOVES = 100_000;
    private static final int MOST_FAULTS = 50;

    private static final byte[] UTF8_MARK = {(byte) 0xEF, (byte) 0xBB, (byte) 0xBF};
    private static final byte[] EVENT_TAG = {'[', 'E', 'v', 'e', 'n', 't', ' '};
    private static final Set<String> STANDARD_VARIANTS =
            Set.of("", "standard", "normal", "chess", "classical", "from position", "?", "-");
    private static final Pattern COMMAND = Pattern.compile("\\[%([A-Za-z][A-Za-z0-9_]*)\\s*([^\\]]*)\\]");

    private final ByteSource source;
    private final int[] legal = new int[Board.MAX_MOVES];
    private final byte[] token = new byte[LONGEST_TOKEN + 1];
    private final TextBytes text = new TextBytes();
    private int tokenLength;
    private boolean started;
    private long number;

    // The game being read.
    private List<PgnFault> faults = new ArrayList<>();
    private int unreportedFaults;

    public PgnReader(InputStream in) {
        source = new ByteSource(new Utf8Stream(in));
    }

    /** How many bytes of the stream have been used, for showing progress. */
    public long position() {
        return source.position();
    }

    /**
     * The next game or the next thing that had to be left out; null at the end of the stream.
     *
     * @throws IOException if the stream fails; never for what stands in it
     */
    public @Nullable PgnEntry next() throws IOException {
        faults = new ArrayList<>();
        unreportedFaults = 0;
        number++;
        if (!started) {
            started = true;
            if (source.startsWith(UTF8_MARK)) {
                source.skip(UTF8_MARK.length);
            }
        }
        skipBlanks();
        if (source.peek() == ByteSource.END) {
            return null;
        }
        long line = source.line();
        SequencedMap<String, String> tags = readTags();
        Position start = startOf(tags, line);
        Movetext moves = new Movetext(start == null ? Position.START : start, start == null);
        GameResult ended = readMoves(moves, !tags.isEmpty());
        if (unreportedFaults > 0) {
            faults.add(new PgnFault(number, source.line(), "", Words.of("pgn.moreFaults", unreportedFaults)));
        }
        boolean nothing = tags.isEmpty() && moves.tree.size() == 1 && ended == null;
        if (start == null || nothing) {
            return nothing && faults.isEmpty() ? next() : new PgnEntry.Skipped(number, line, faults);
        }
        String said = tags.getOrDefault("Result", "");
        GameResult result = ended != null ? ended : GameResult.of(said);
        tags.remove("Result");
        tags.entrySet().removeIf(tag -> PgnWriter.isUnknown(tag.getKey(), tag.getValue()));
        return new PgnEntry.Read(number, line, new Game(new Tags(tags), moves.tree.build(), result), faults);
    }

    private void fault(String what, String key, Object... arguments) {
        if (faults.size() >= MOST_FAULTS) {
            unreportedFaults++;
            return;
        }
        String shown = what.length() <= 40 ? what : what.substring(0, 40) + "...";
        faults.add(new PgnFault(number, source.line(), shown, Words.of(key, arguments)));
    }

    private void skipBlanks() throws IOException {
        while (true) {
            int c = source.peek();
            if (c == '%' && source.atLineStart()) {
                skipLine();
            } else if (c <= ' ' && c != ByteSource.END) {
                source.read();
            } else {
                return;
            }
        }
    }

    private void skipLine() throws IOException {
        int c = source.read();
        while (c != '\n' && c != '\r' && c != ByteSource.END) {
            c = source.read();
        }
    }

    // ---- tags: [Name "Value"], one or more a line; a quote or backslash in a value has a backslash before it

    private SequencedMap<String, String> readTags() throws IOException {
        SequencedMap<String, String> tags = new LinkedHashMap<>();
        while (source.peek() == '[') {
            if (tags.containsKey("Event") && source.startsWith(EVENT_TAG)) {
                return tags;
            }
            readTag(tags);
            skipBlanks();
        }
        return tags;
    }

    private void readTag(SequencedMap<String, String> tags) throws IOException {
        source.read();
        text.clear();
        int c = source.peek();
        while (c != '"' && c != ']' && c != '\n' && c != ByteSource.END) {
            text.add(source.read(), LONGEST_TAG);
            c = source.peek();
        }
        String name = text.decode().strip();
        if (c != '"' || name.isEmpty() || name.matches(".*\\s.*")) {
            fault(name, "pgn.badTag");
            skipLine();
            return;
        }
        source.read();
        text.clear();
        boolean fits = true;
        while (true) {
            c = source.read();
            if (c == '\\' && (source.peek() == '"' || source.peek() == '\\')) {
                c = source.read();
            } else if (c == '"' || c == ByteSource.END) {
                break;
            } else if (c == '\n' || c == '\r') {
                fault(name, "pgn.openTag");
                break;
            }
            fits &= text.add(c, LONGEST_TAG);
        }
        String value = text.decode();
        if (c != '"' && value.endsWith("]")) {
            value = value.substring(0, value.length() - 1);
        }
        if (c == '"') {
            skipToTagEnd();
        }
        if (!fits) {
            fault(name, "pgn.longTag", LONGEST_TAG);
        }
        if (tags.containsKey(name)) {
            fault(name, "pgn.twiceTag");
        } else if (tags.size() < MOST_TAGS) {
            tags.put(name, value);
        } else if (tags.size() == MOST_TAGS) {
            fault(name, "pgn.manyTags", MOST_TAGS);
        }
    }

    private void skipToTagEnd() throws IOException {
        int c = source.peek();
        while (c != ']' && c != '\n' && c != ByteSource.END) {
            source.read();
            c = source.peek();
        }
        if (c == ']') {
            source.read();
        }
    }

    /** The start position by the tags, or null (with a fault) if the game cannot be read. */
    private @Nullable Position startOf(SequencedMap<String, String> tags, long line) {
        String variant = tags.getOrDefault("Variant", "");
        if (!STANDARD_VARIANTS.contains(variant.strip().toLowerCase(Locale.ROOT))) {
            faults.add(new PgnFault(number, line, variant, Words.of("pgn.variant", variant)));
            return null;
        }
        String fen = tags.getOrDefault("FEN", "");
        if (fen.isBlank()) {
            return Position.START;
        }
        return switch (Fen.read(fen)) {
            case FenReading.Read read -> {
                tags.remove("FEN");
                tags.remove("SetUp");
                yield read.position();
            }
            case FenReading.Refused refused -> {
                faults.add(
                        new PgnFault(number, line, fen, Words.of("pgn.badFen", String.join("; ", refused.reasons()))));
                yield null;
            }
        };
    }

    // ---- movetext

    /** Where reading stands in the tree: the board, the moves made on it, and the open variations. */
    private static final class Movetext {
        final GameTree.Builder tree;
        final Board board;

        /** Codes of the moves from the start to the current node, -1 for a pass. */
        int[] made = new int[128];

        int length;
        int node = GameTree.ROOT;
        boolean variationOpens;
        final Deque<Branch> open = new ArrayDeque<>();

        /** Set while the rest of the current line is not read; brackets within it are counted in {@code deadDepth}. */
        boolean dead;

        int deadDepth;
        final StringBuilder unread = new StringBuilder();
        String pendingBefore = "";

        Movetext(Position start, boolean dead) {
            tree = new GameTree.Builder(start);
            board = start.board();
            this.dead = dead;
        }

        /** A variation: the node that it is an alternative to, and what had been said of the line it left. */
        record Branch(int resume, int resumeMove, int length) {}

        void make(int code) {
            if (length == made.length) {
                made = Arrays.copyOf(made, length * 2);
            }
            made[length++] = code;
            if (code < 0) {
                board.makePass();
            } else {
                board.make(code);
            }
        }

        int unmake() {
            int code = made[--length];
            if (code < 0) {
                board.unmakePass();
            } else {
                board.unmake(code);
            }
            return code;
        }
    }

    /** Reads to the end of the game; the result as it stands there, or null if none does. */
    private @Nullable GameResult readMoves(Movetext at, boolean hasTags) throws IOException {
        while (true) {
            skipBlanks();
            int c = source.peek();
            switch (c) {
                case ByteSource.END -> {
                    return finish(at, null);
                }
                case '[' -> {
                    if (source.atLineStart() || at.tree.size() > 1 || hasTags) {
                        return finish(at, null);
                    }
                    readToken();
                }
                case '{' -> readComment(at);
                case ';' -> readLineComment(at);
                case '(' -> {
                    source.read();
                    openVariation(at);
                }
                case ')' -> {
                    source.read();
                    closeVariation(at);
                }
                case '$' -> readSign(at);
                case '}', '<', '>', ']' -> {
                    source.read();
                    fault(String.valueOf((char) c), "pgn.strayMark");
                }
                default -> {
                    readToken();
                    GameResult result = takeToken(at);
                    if (result != null) {
                        return finish(at, result);
                    }
                }
            }
        }
    }

    private @Nullable GameResult finish(Movetext at, @Nullable GameResult result) {
        if (!at.open.isEmpty()) {
            fault("(", "pgn.openVariation", at.open.size());
            while (!at.open.isEmpty()) {
                closeVariation(at);
            }
        }
        flushUnread(at);
        flushBefore(at);
        return result;
    }

    private void flushBefore(Movetext at) {
        if (!at.pendingBefore.isEmpty()) {
            at.tree.after(at.node, at.pendingBefore);
            at.pendingBefore = "";
        }
    }

    private void flushUnread(Movetext at) {
        if (!at.unread.isEmpty()) {
            at.tree.after(at.node, Words.of("pgn.unread", oneLine(at.unread.toString())));
            at.unread.setLength(0);
        }
    }

    private void keepUnread(Movetext at, String what) {
        if (at.unread.length() < LONGEST_UNREAD) {
            // What is kept as text must not mean something when it is read again.
            at.unread.append(what.replace('}', ')').replace("[%", "[ %")).append(' ');
        }
    }

    /** Everything up to a blank or a mark that means something by itself. At least one byte is taken. */
    private void readToken() throws IOException {
        tokenLength = 0;
        int c = source.peek();
        do {
            source.read();
            if (tokenLength < LONGEST_TOKEN) {
                token[tokenLength++] = (byte) c;
            }
            c = source.peek();
        } while (c > ' ' && c != '{' && c != '}' && c != '(' && c != ')' && c != ';' && c != '$' && c != '[');
    }

    private String tokenText() {
        text.clear();
        for (int i = 0; i < tokenLength; i++) {
            text.add(token[i], LONGEST_TOKEN);
        }
        return text.decode();
    }

    private @Nullable GameResult takeToken(Movetext at) {
        int skipped = moveNumberLength();
        if (skipped < 0) {
            return resultOrMove(at);
        }
        if (skipped == tokenLength) {
            if (at.dead) {
                keepUnread(at, tokenText());
            }
            return null;
        }
        if (at.dead) {
            keepUnread(at, tokenText());
            return null;
        }
        System.arraycopy(token, skipped, token, 0, tokenLength - skipped);
        tokenLength -= skipped;
        takeMove(at);
        return null;
    }

    private @Nullable GameResult resultOrMove(Movetext at) {
        byte first = token[0];
        if (first == '*' || first == '1' || first == '0' || first == (byte) 0xC2 || first == (byte) 0xBD) {
            String said = tokenText();
            GameResult result = GameResult.of(said);
            if (result != GameResult.OPEN || said.equals("*")) {
                return result;
            }
        }
        if (at.dead) {
            keepUnread(at, tokenText());
        } else {
            takeMove(at);
        }
        return null;
    }

    /** How long the move number at the head of the token is: digits and dots; -1 if there is none or it is a result. */
    private int moveNumberLength() {
        int i = 0;
        while (i < tokenLength && token[i] >= '0' && token[i] <= '9') {
            i++;
        }
        if (i < tokenLength && (token[i] == '-' || token[i] == '/') && i > 0) {
            return -1;
        }
        int digits = i;
        while (i < tokenLength && token[i] == '.') {
            i++;
        }
        return digits == 0 && i == 0 ? -1 : i;
    }

    private void takeMove(Movetext at) {
        int sign = takeSuffix();
        if (tokenLength == 0) {
            sign(at, sign);
            return;
        }
        int code = San.find(at.board, token, tokenLength, legal);
        Move move = null;
        if (code >= 0) {
            move = Board.asMove(code);
        } else {
            String typed = tokenText();
            move = isPass(typed) && !at.board.inCheck() ? Move.PASS : null;
            if (move == null && !takeWord(at, typed)) {
                move = forgive(at, typed);
            }
            if (move == null) {
                return;
            }
            code = move.isPass() ? -1 : at.board.codeOf(move);
        }
        if (at.tree.size() >= MOST_MOVES) {
            fault(tokenText(), "pgn.manyMoves", MOST_MOVES);
            at.dead = true;
            return;
        }
        int parent = at.node;
        at.make(code);
        at.node = at.tree.add(parent, move);
        at.variationOpens = false;
        if (!at.pendingBefore.isEmpty()) {
            at.tree.before(at.node, at.pendingBefore);
            at.pendingBefore = "";
        }
        sign(at, sign);
    }

    /** What is not strict SAN is read as people type it; null if that fails too, and the line ends here. */
    private @Nullable Move forgive(Movetext at, String typed) {
        Position position = at.board.position();
        switch (new LineReader(Language.ENGLISH).read(position, typed)) {
            case LineReading.Read read
            when read.moves().size() == 1 -> {
                return read.moves().getFirst();
            }
            case LineReading.Read read -> fault(typed, "pgn.badMove", Words.of("move.unreadable", typed));
            case LineReading.Refused refused -> fault(typed, "pgn.badMove", refused.reason());
        }
        at.dead = true;
        at.deadDepth = 0;
        keepUnread(at, typed);
        return null;
    }

    private static boolean isPass(String typed) {
        return LineReader.isPass(typed) || typed.equals("null") || typed.equals("@@@@");
    }

    /** The signs that a few writers spell out, and words that are no moves; true if the token was one of them. */
    private boolean takeWord(Movetext at, String typed) {
        int sign = Signs.spelled(typed);
        if (sign >= 0) {
            sign(at, sign);
            return true;
        }
        if (typed.matches("(?i)e\\.?p\\.?|ch\\.?|dbl\\.?|mate|check|\\+\\+?|#|=|[^A-Za-z0-9]{1,3}")) {
            fault(typed, "pgn.word");
            return true;
        }
        return false;
    }

    /** Takes {@code !}, {@code ?} and their pairs off the end of the token and gives their number, or 0. */
    private int takeSuffix() {
        int end = tokenLength;
        while (end > 0 && (token[end - 1] == '!' || token[end - 1] == '?')) {
            end--;
        }
        int sign = end == tokenLength
                ? 0
                : Signs.suffix(new String(token, end, Math.min(2, tokenLength - end), StandardCharsets.ISO_8859_1));
        tokenLength = end;
        return sign;
    }

    private void sign(Movetext at, int sign) {
        if (sign > 0 && !at.dead) {
            at.tree.sign(at.node, sign);
        }
    }

    private void readSign(Movetext at) throws IOException {
        source.read();
        int value = 0;
        int digits = 0;
        while (source.peek() >= '0' && source.peek() <= '9') {
            value = Math.min(value * 10 + source.read() - '0', 100_000);
            digits++;
        }
        if (digits == 0 || value > 255) {
            fault("$" + (digits == 0 ? "" : value), "pgn.badSign");
        } else {
            sign(at, value);
        }
    }

    private void openVariation(Movetext at) {
        if (at.dead) {
            at.deadDepth++;
            keepUnread(at, "(");
            return;
        }
        if (at.length == 0) {
            fault("(", "pgn.variationBeforeMove");
            at.open.push(new Movetext.Branch(at.node, -2, at.length));
            at.dead = true;
            return;
        }
        if (at.open.size() >= DEEPEST) {
            fault("(", "pgn.deep", DEEPEST);
            at.open.push(new Movetext.Branch(at.node, -2, at.length));
            at.dead = true;
            return;
        }
        flushBefore(at);
        int resume = at.node;
        int code = at.unmake();
        at.open.push(new Movetext.Branch(resume, code, at.length));
        at.node = at.tree.parent(resume);
        at.variationOpens = true;
    }

    private void closeVariation(Movetext at) {
        if (at.dead && at.deadDepth > 0) {
            at.deadDepth--;
            keepUnread(at, ")");
            return;
        }
        if (at.open.isEmpty()) {
            fault(")", "pgn.strayMark");
            return;
        }
        flushUnread(at);
        flushBefore(at);
        at.dead = false;
        at.variationOpens = false;
        Movetext.Branch branch = at.open.pop();
        if (branch.resumeMove() == -2) {
            return;
        }
        while (at.length > branch.length()) {
            at.unmake();
        }
        at.make(branch.resumeMove());
        at.node = branch.resume();
    }

    // ---- comments

    private void readLineComment(Movetext at) throws IOException {
        source.read();
        text.clear();
        boolean fits = true;
        int c = source.read();
        while (c != '\n' && c != '\r' && c != ByteSource.END) {
            // A closing brace could not stand in the comment in braces that this becomes when it is written.
            fits &= text.add(c == '}' ? ')' : c, LONGEST_COMMENT);
            c = source.read();
        }
        takeComment(at, fits);
    }

    /**
     * To the closing brace. A comment left open ends where the next tag section begins: at an Event tag, or at any tag
     * that begins a line after an empty one.
     */
    private void readComment(Movetext at) throws IOException {
        long opened = source.line();
        source.read();
        text.clear();
        boolean fits = true;
        int lineEnds = 0;
        while (true) {
            if (lineEnds > 0
                    && source.peek() == '['
                    && (source.startsWith(EVENT_TAG) || lineEnds > 1 && source.startsTag())) {
                fault("{", "pgn.openComment", opened);
                break;
            }
            long line = source.line();
            int c = source.read();
            if (c == '}') {
                break;
            }
            if (c == ByteSource.END) {
                fault("{", "pgn.openComment", opened);
                break;
            }
            lineEnds = source.line() > line ? lineEnds + 1 : c == '\r' ? lineEnds : 0;
            fits &= text.add(c, LONGEST_COMMENT);
        }
        takeComment(at, fits);
    }

    private void takeComment(Movetext at, boolean fits) {
        if (!fits) {
            fault("{", "pgn.longComment", LONGEST_COMMENT);
        }
        String said = text.decode();
        if (at.dead) {
            keepUnread(at, "(" + said.strip() + ")");
            return;
        }
        if (said.contains("[%")) {
            Matcher matcher = COMMAND.matcher(said);
            StringBuilder rest = new StringBuilder();
            while (matcher.find()) {
                at.tree.command(at.node, new Command(matcher.group(1), oneLine(matcher.group(2))));
                matcher.appendReplacement(rest, " ");
            }
            matcher.appendTail(rest);
            said = rest.toString();
        }
        String line = oneLine(said);
        if (line.isEmpty()) {
            return;
        }
        if (at.variationOpens) {
            at.pendingBefore = at.pendingBefore.isEmpty() ? line : at.pendingBefore + '\n' + line;
        } else {
            at.tree.after(at.node, line);
        }
    }

    /** Line breaks and runs of blanks are only the file's layout. */
    private static String oneLine(String said) {
        boolean plain = true;
        for (int i = 0; i < said.length() && plain; i++) {
            char c = said.charAt(i);
            plain = c > ' ' || c == ' ' && i > 0 && said.charAt(i - 1) != ' ';
        }
        return plain ? said.strip() : said.replaceAll("[\\x00-\\x20]+", " ").strip();
    }
}
