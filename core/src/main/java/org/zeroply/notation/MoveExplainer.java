package org.zeroply.notation;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.CastlingRight;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;

/** Says why a token is no legal move in a position, and which legal moves it most likely meant. */
final class MoveExplainer {
    private static final int MOST_MEANT = 5;

    /** A legal move further away than this many typing errors was not meant. */
    private static final double FURTHEST = 2.6;

    /** Before every other: a move that is written on. */
    private static final double BEGINS = -10;

    private static final Pattern TAKES = Pattern.compile("[x:×]");

    private final Position position;
    private final Language language;
    private final Side side;

    MoveExplainer(Position position, Language language) {
        this.position = position;
        this.language = language;
        this.side = position.sideToMove();
    }

    /** The reason in one sentence. */
    String reason(String token) {
        if (!position.hasLegalMove()) {
            return Words.of(position.isCheck() ? "move.gameOver.mate" : "move.gameOver.stalemate", name(side));
        }
        if (LineReader.isPass(token)) {
            return Words.of("move.passInCheck", name(side));
        }
        MovePattern pattern = likeliest(token);
        if (pattern == null) {
            return Words.of("move.unreadable", token);
        }
        if (pattern.isCastling()) {
            return castling(pattern.castlingFile() == 6);
        }
        List<Move> fitting = pattern.among(position, position.legalMoves());
        if (fitting.size() > 1) {
            return ambiguous(pattern, fitting);
        }
        Square target = pattern.target();
        if (pattern.type() == null) {
            return twoSquares(pattern, target);
        }
        return target == null ? noPawn(pattern) : piece(pattern, pattern.type(), target);
    }

    /** The reading of the token that fits the board best. */
    private @Nullable MovePattern likeliest(String token) {
        MovePattern strict = MovePattern.strict(token, language);
        MovePattern loose = MovePattern.loose(token, language);
        if (strict == null || strict.equals(loose)) {
            return loose;
        }
        boolean strictFits = !strict.among(position, position.legalMoves()).isEmpty();
        return strictFits || loose == null ? strict : men(strict).isEmpty() ? loose : strict;
    }

    private SquareSet men(MovePattern pattern) {
        return pattern.type() == null ? position.men(side) : position.men(side, pattern.type());
    }

    private String ambiguous(MovePattern pattern, List<Move> fitting) {
        Move first = fitting.getFirst();
        String choices = fitting.stream()
                .map(move -> San.write(position, move, language))
                .collect(Collectors.joining(", "));
        boolean promotion = fitting.stream().allMatch(move -> move.from() == first.from());
        if (promotion) {
            return Words.of("move.whichPromotion", choices);
        }
        PieceType type = pattern.type() == null ? PieceType.PAWN : pattern.type();
        return Words.of("move.ambiguous", count(fitting), Words.of("pieces." + type), first.to(), choices);
    }

    private static String count(List<Move> fitting) {
        long men = fitting.stream().map(Move::from).distinct().count();
        return men <= 4 ? Words.of("number." + men) : Long.toString(men);
    }

    private String twoSquares(MovePattern pattern, @Nullable Square target) {
        Square from = Square.of(pattern.fromFile(), pattern.fromRank());
        Piece piece = position.pieceAt(from);
        if (piece == null || target == null) {
            return Words.of("move.emptySquare", from);
        }
        if (piece.side() != side) {
            return Words.of("move.notYours", name(piece), from, name(side));
        }
        return piece(pattern, piece.type(), target);
    }

    private String noPawn(MovePattern pattern) {
        return Words.of("move.noPawnTakes", (char) ('a' + pattern.fromFile()), (char) ('a' + pattern.toFile()));
    }

    private String piece(MovePattern pattern, PieceType type, Square target) {
        List<Square> men =
                position.men(side, type).stream().filter(pattern::mayStartAt).toList();
        if (men.isEmpty()) {
            return Words.of("move.noSuchPiece", name(side), pieceName(type), from(pattern));
        }
        Piece there = position.pieceAt(target);
        if (there != null && there.side() == side) {
            return Words.of("move.ownMan", target, pieceName(there.type()));
        }
        if (type == PieceType.PAWN) {
            return pawn(pattern, men, target);
        }
        List<Square> reaching = men.stream()
                .filter(from -> position.attacksFrom(from).contains(target))
                .toList();
        if (!reaching.isEmpty()) {
            return kingInDanger(type, reaching.getFirst(), target);
        }
        for (Square from : men) {
            long way = Attacks.between(from.ordinal(), target.ordinal());
            boolean onLine =
                    type != PieceType.KING && Attacks.of(type, from.ordinal(), 0) != 0 && onItsLine(type, from, target);
            SquareSet blockers = new SquareSet(way & position.occupied().bits());
            if (onLine && !blockers.isEmpty()) {
                return Words.of("move.blocked", pieceName(type), from, target, nearest(blockers, from));
            }
        }
        return men.size() == 1
                ? Words.of("move.cannotReach", pieceName(type), men.getFirst(), target)
                : Words.of("move.noneReaches", pieceName(type), target);
    }

    private static boolean onItsLine(PieceType type, Square from, Square target) {
        return type != PieceType.KNIGHT && (Attacks.of(type, from.ordinal(), 0) & target.bit()) != 0;
    }

    private static Square nearest(SquareSet squares, Square from) {
        return squares.stream().min(Comparator.comparingInt(from::distance)).orElseThrow();
    }

    private static String from(MovePattern pattern) {
        if (pattern.fromFile() >= 0 && pattern.fromRank() >= 0) {
            return Words.of("move.onSquare", Square.of(pattern.fromFile(), pattern.fromRank()));
        }
        if (pattern.fromFile() >= 0) {
            return Words.of("move.onFile", (char) ('a' + pattern.fromFile()));
        }
        return pattern.fromRank() >= 0 ? Words.of("move.onRank", pattern.fromRank() + 1) : "";
    }

    private String pawn(MovePattern pattern, List<Square> men, Square target) {
        boolean takes = pattern.fromFile() >= 0 && pattern.fromFile() != pattern.toFile();
        if (target.rank() == side.rank(8) && pattern.promotion() == null) {
            List<Move> promotions = position.legalMoves().stream()
                    .filter(move -> move.to() == target
                            && move.promotion() != null
                            && move.from().file() == (takes ? pattern.fromFile() : target.file()))
                    .toList();
            if (!promotions.isEmpty()) {
                return ambiguous(pattern, promotions);
            }
        }
        if (pattern.promotion() != null && target.rank() != side.rank(8)) {
            return Words.of("move.promotionTooEarly", target);
        }
        int forward = side == Side.WHITE ? 1 : -1;
        for (Square from : men) {
            boolean straight = from.file() == target.file()
                    && (from.rank() + forward == target.rank()
                            || from.rank() == side.rank(2) && from.rank() + 2 * forward == target.rank());
            boolean slanted = position.attacksFrom(from).contains(target);
            if (straight && !takes) {
                Square next = Square.of(from.file(), from.rank() + forward);
                if (position.pieceAt(next) != null || position.pieceAt(target) != null) {
                    return Words.of("move.pawnBlocked", from, position.pieceAt(next) != null ? next : target);
                }
                return kingInDanger(PieceType.PAWN, from, target);
            }
            if (slanted && takes) {
                return position.pieceAt(target) == null && position.enPassant() != target
                        ? Words.of("move.nothingToTake", target)
                        : kingInDanger(PieceType.PAWN, from, target);
            }
        }
        return Words.of(takes ? "move.noPawnTakesOn" : "move.noPawnReaches", target);
    }

    /** The man could go there but for its king. */
    private String kingInDanger(PieceType type, Square from, Square target) {
        Square king = position.king(side);
        if (type == PieceType.KING) {
            SquareSet attackers = position.attackers(target, side.opposite());
            return attackers.isEmpty()
                    ? Words.of("move.kingStaysOnLine", target)
                    : Words.of(
                            "move.kingIntoCheck", target, attackers.iterator().next());
        }
        if (position.pinnedToKing(side).contains(from)
                && (Attacks.line(king.ordinal(), from.ordinal()) & target.bit()) == 0) {
            return Words.of("move.pinned", pieceName(type), from, king);
        }
        SquareSet checkers = position.attackers(king, side.opposite());
        return checkers.isEmpty()
                ? Words.of("move.exposesKing", pieceName(type), from)
                : Words.of("move.inCheck", name(side), checkers.iterator().next());
    }

    private String castling(boolean isShort) {
        CastlingRight right = side == Side.WHITE
                ? isShort ? CastlingRight.WHITE_SHORT : CastlingRight.WHITE_LONG
                : isShort ? CastlingRight.BLACK_SHORT : CastlingRight.BLACK_LONG;
        if (!position.castlingRights().contains(right)) {
            return Words.of("move.castlingLost", name(side), right.rookHome());
        }
        if (position.isCheck()) {
            return Words.of("move.castlingInCheck", name(side));
        }
        SquareSet between = new SquareSet(
                Attacks.between(right.kingHome().ordinal(), right.rookHome().ordinal()));
        for (Square square : between.and(position.occupied())) {
            return Words.of("move.castlingBlocked", square);
        }
        for (Square square : new SquareSet(
                Attacks.between(right.kingHome().ordinal(), right.kingGoal().ordinal())
                        | right.kingGoal().bit())) {
            for (Square attacker : position.attackers(square, side.opposite())) {
                return Words.of("move.castlingThroughCheck", square, attacker);
            }
        }
        throw new IllegalStateException("castling is legal");
    }

    private static String name(Side side) {
        return Words.of("side." + side);
    }

    private static String name(Piece piece) {
        return pieceName(piece.type());
    }

    private static String pieceName(PieceType type) {
        return Words.of("piece." + type);
    }

    // ---- what was meant

    /** The legal moves that begin with the token, then those nearest to it; captures alone where an x was typed. */
    List<Move> meant(String token) {
        String typed = plain(token);
        boolean takes = TAKES.matcher(token).find();
        MovePattern pattern = likeliest(token);
        record Near(Move move, double distance) {}
        List<Near> near = new ArrayList<>();
        for (Move move : position.legalMoves()) {
            if (takes && !position.isCapture(move)) {
                continue;
            }
            String written = plain(San.withoutCheck(position, move, language));
            if (!typed.isEmpty() && written.startsWith(typed)) {
                near.add(new Near(move, BEGINS));
                continue;
            }
            double distance = distance(typed, written);
            Piece piece = position.pieceAt(move.from());
            if (pattern != null && piece != null) {
                boolean sameTarget = move.to() == pattern.target();
                boolean samePiece =
                        pattern.type() == null ? pattern.mayStartAt(move.from()) : piece.type() == pattern.type();
                distance -= (sameTarget ? 0.5 : 0) + (samePiece ? 0.3 : 0);
                if (sameTarget && samePiece) {
                    distance = Math.min(distance, 0.5);
                }
            }
            if (distance <= Math.min(FURTHEST, typed.length() - 0.5)) {
                near.add(new Near(move, distance));
            }
        }
        return near.stream()
                .sorted(Comparator.comparingDouble(Near::distance))
                .limit(MOST_MEANT)
                .map(Near::move)
                .toList();
    }

    private static String plain(String text) {
        return text.toLowerCase(Locale.ROOT).replaceAll("[x:×=+#!?()-]", "").replace('0', 'o');
    }

    /**
     * How many typing errors lie between two texts: a letter too many, missing, wrong or two exchanged (the restricted
     * Damerau-Levenshtein distance, published); a neighbouring file or rank is a smaller error than a far one.
     */
    static double distance(String a, String b) {
        double[][] table = new double[a.length() + 1][b.length() + 1];
        for (int i = 0; i <= a.length(); i++) {
            for (int j = 0; j <= b.length(); j++) {
                if (i == 0 || j == 0) {
                    table[i][j] = i + j;
                    continue;
                }
                double change = table[i - 1][j - 1] + substitution(a.charAt(i - 1), b.charAt(j - 1));
                double best = Math.min(change, Math.min(table[i - 1][j], table[i][j - 1]) + 1);
                boolean exchanged =
                        i > 1 && j > 1 && a.charAt(i - 1) == b.charAt(j - 2) && a.charAt(i - 2) == b.charAt(j - 1);
                table[i][j] = exchanged ? Math.min(best, table[i - 2][j - 2] + 0.8) : best;
            }
        }
        return table[a.length()][b.length()];
    }

    private static double substitution(char a, char b) {
        if (a == b) {
            return 0;
        }
        boolean neighbours = Math.abs(a - b) == 1
                && (Character.isDigit(a) && Character.isDigit(b) || a >= 'a' && a <= 'h' && b >= 'a' && b <= 'h');
        return neighbours ? 0.6 : 1;
    }
}
