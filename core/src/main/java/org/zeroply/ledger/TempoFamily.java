package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.ledger.Entry.Account;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;

/** Development and lost tempi of the game so far, while the opening lasts. */
final class TempoFamily {
    private static final int LAST_MOVE = 16;
    private static final int PAWN_MOVES_FOR_DEVELOPMENT = 3;
    private static final int MINORS_BEFORE_THE_QUEEN = 2;

    private static final long MINOR_HOMES = SquareSet.of(
                    Square.B1, Square.C1, Square.F1, Square.G1, Square.B8, Square.C8, Square.F8, Square.G8)
            .bits();

    /** What became of a move. */
    private enum Kind {
        USEFUL,
        NETTED,
        AGAIN,
        PAWN_TWICE,
        WING_PAWN,
        EARLY_QUEEN,
        OTHER
    }

    private record Made(Position before, Move move, PieceType type, Kind kind) {
        Made with(Kind other) {
            return new Made(before, move, type, other);
        }

        Side side() {
            return before.sideToMove();
        }

        boolean isLost() {
            return kind != Kind.USEFUL && kind != Kind.NETTED;
        }
    }

    private final Language language;
    private final List<Made> made = new ArrayList<>();

    /** Where the man on each square stood at the start. */
    private final Square[] origins = Square.values();

    private long movedOrigins;
    private final boolean[] castled = new boolean[2];
    private final boolean[] connected = new boolean[2];
    private final int[] developed = new int[2];
    private final int[] usefulPawnMoves = new int[2];
    private Position now = Position.START;

    private TempoFamily(Language language) {
        this.language = language;
    }

    /**
     * @param moves the game so far
     * @return entries that say nothing if the game did not begin in the initial position or the opening is over
     */
    static List<Entry> read(Position start, List<Move> moves, Language language) {
        TempoFamily reading = new TempoFamily(language);
        boolean lasts = start.equals(Position.START) && moves.stream().noneMatch(Move::isPass);
        for (Move move : lasts ? moves : List.<Move>of()) {
            lasts = lasts && reading.take(move);
        }
        if (!lasts || moves.isEmpty()) {
            return List.of(Factor.DEVELOPED, Factor.PAWN_MOVES, Factor.LOST_TEMPI).stream()
                    .map(factor -> Counted.entry(
                            factor, side -> new Counted(new Account(new Value.Absent(), Evidence.NONE), "")))
                    .toList();
        }
        return List.of(
                Counted.entry(Factor.DEVELOPED, reading::developed),
                Counted.entry(Factor.PAWN_MOVES, reading::pawnMoves),
                reading.lostTempi());
    }

    /** Takes the next move; says whether the opening still lasts after it. */
    private boolean take(Move move) {
        Side side = now.sideToMove();
        int of = side.ordinal();
        Piece piece = now.pieceAt(move.from());
        if (piece == null) {
            throw new IllegalArgumentException("no man on " + move.from());
        }
        Position after = now.play(move);
        made.add(new Made(now, move, piece.type(), kind(side, piece.type(), move, after)));
        Square origin = origins[move.from().ordinal()];
        if ((MINOR_HOMES & origin.bit()) != 0 && (movedOrigins & origin.bit()) == 0 && isMinor(piece.type())) {
            developed[of]++;
        }
        movedOrigins |= origin.bit();
        origins[move.to().ordinal()] = origin;
        if (isCastling(piece.type(), move)) {
            castled[of] = true;
            boolean shortWay = move.to().file() > move.from().file();
            int rank = move.from().rank();
            origins[Square.of(shortWay ? 5 : 3, rank).ordinal()] = Square.of(shortWay ? 7 : 0, rank);
        }
        connected[of] |= areRooksConnected(after, side);
        netOut();
        now = after;
        return !isOver();
    }

    private boolean isOver() {
        if (now.moveNumber() > LAST_MOVE) {
            return true;
        }
        long atHome = 0;
        for (Side side : Side.values()) {
            SquareSet minors = now.men(side, PieceType.KNIGHT).or(now.men(side, PieceType.BISHOP));
            for (Square minor : minors) {
                Square origin = origins[minor.ordinal()];
                atHome |= origin == minor && (movedOrigins & origin.bit()) == 0 ? origin.bit() : 0;
            }
        }
        return atHome == 0 && castled[0] && castled[1];
    }

    private static boolean isMinor(PieceType type) {
        return type == PieceType.KNIGHT || type == PieceType.BISHOP;
    }

    private static boolean isCastling(PieceType type, Move move) {
        return type == PieceType.KING && Math.abs(move.from().file() - move.to().file()) == 2;
    }

    /** Two rooks on the first rank with nothing between them. */
    private static boolean areRooksConnected(Position position, Side side) {
        SquareSet rooks = position.men(side, PieceType.ROOK).and(new SquareSet(Survey.ownRanks(side, 1, 1)));
        if (rooks.size() != 2) {
            return false;
        }
        List<Square> both = rooks.stream().toList();
        return (Attacks.between(both.getFirst().ordinal(), both.getLast().ordinal())
                        & position.occupied().bits())
                == 0;
    }

    private Kind kind(Side side, PieceType type, Move move, Position after) {
        int of = side.ordinal();
        boolean first = (movedOrigins & origins[move.from().ordinal()].bit()) == 0;
        boolean central = (Survey.FILES_C_TO_F & move.from().bit()) != 0;
        if (isCastling(type, move)
                || isMinor(type) && first
                || type == PieceType.QUEEN && first && developed[of] >= MINORS_BEFORE_THE_QUEEN) {
            return Kind.USEFUL;
        }
        if (type == PieceType.PAWN && central && first && usefulPawnMoves[of] < PAWN_MOVES_FOR_DEVELOPMENT) {
            usefulPawnMoves[of]++;
            return Kind.USEFUL;
        }
        if (!connected[of] && areRooksConnected(after, side)) {
            return Kind.USEFUL;
        }
        return switch (type) {
            case PAWN ->
                first
                        ? central ? Kind.OTHER : Kind.WING_PAWN
                        : tookTwoForOne(side, move) ? Kind.PAWN_TWICE : Kind.AGAIN;
            case QUEEN -> first ? Kind.EARLY_QUEEN : Kind.AGAIN;
            case KNIGHT, BISHOP, ROOK, KING -> first ? Kind.OTHER : Kind.AGAIN;
        };
    }

    /** A second single step by a pawn that could have gone two at first. */
    private boolean tookTwoForOne(Side side, Move move) {
        return Survey.ownRank(side, move.to()) == 4
                && Survey.ownRank(side, move.from()) == 3
                && move.to().file() == move.from().file()
                && origins[move.from().ordinal()].file() == move.from().file();
    }

    /** A recapture takes itself and the capture out of the account; so does a man that runs from an attack. */
    private void netOut() {
        if (made.size() < 2) {
            return;
        }
        int last = made.size() - 1;
        Made answer = made.get(last);
        Made before = made.get(last - 1);
        boolean recapture = answer.move().to() == before.move().to()
                && answer.before().isCapture(answer.move())
                && before.before().isCapture(before.move());
        boolean runs = answer.isLost()
                && before.isLost()
                && answer.before()
                        .attacksFrom(before.move().to())
                        .contains(answer.move().from())
                && !before.before()
                        .attacksFrom(before.move().from())
                        .contains(answer.move().from());
        if (recapture || runs) {
            made.set(last, answer.with(Kind.NETTED));
            made.set(last - 1, before.with(Kind.NETTED));
        }
    }

    // ---- entries

    private Counted developed(Side side) {
        long out = 0;
        for (Square square : now.men(side, PieceType.KNIGHT).or(now.men(side, PieceType.BISHOP))) {
            out |= (movedOrigins & origins[square.ordinal()].bit()) != 0 ? square.bit() : 0;
        }
        List<String> told = new ArrayList<>();
        if (castled[side.ordinal()]) {
            told.add(Words.of("tempo.castled"));
        }
        if (areRooksConnected(now, side)) {
            told.add(Words.of("tempo.connected"));
        }
        if (made.stream().anyMatch(each -> each.side() == side && each.type() == PieceType.QUEEN)) {
            told.add(Words.of("tempo.queen"));
        }
        return new Counted(Account.of(developed[side.ordinal()], new SquareSet(out)), String.join(", ", told));
    }

    private Counted pawnMoves(Side side) {
        int central = 0;
        int wing = 0;
        long pawns = 0;
        for (Made each : made) {
            if (each.side() == side && each.type() == PieceType.PAWN) {
                boolean inside = (Survey.FILES_C_TO_F & each.move().from().bit()) != 0;
                central += inside ? 1 : 0;
                wing += inside ? 0 : 1;
                pawns |= each.move().to().bit();
            }
        }
        pawns &= now.men(side, PieceType.PAWN).bits();
        return new Counted(Account.of(central + wing, new SquareSet(pawns)), Words.of("tempo.pawns", central, wing));
    }

    private Entry lostTempi() {
        Counted white = lost(Side.WHITE);
        Counted black = lost(Side.BLACK);
        int balance = count(black) - count(white);
        String balanced = balance == 0
                ? Words.of("tempo.level")
                : Words.of(
                        "tempo.ahead", Words.of("side." + (balance > 0 ? Side.WHITE : Side.BLACK)), Math.abs(balance));
        String explanation = white.detail().isEmpty() && black.detail().isEmpty()
                ? balanced
                : Counted.explain(Factor.LOST_TEMPI, white.detail(), black.detail()) + "; " + balanced;
        return new Entry(Factor.LOST_TEMPI, white.account(), black.account(), explanation);
    }

    private static int count(Counted telling) {
        return telling.account().value() instanceof Value.Count count ? count.count() : 0;
    }

    private Counted lost(Side side) {
        Evidence evidence = Evidence.NONE;
        List<String> told = new ArrayList<>();
        for (Made each : made) {
            if (each.side() == side && each.isLost()) {
                evidence = evidence.withPath(
                        Role.ROUTE, List.of(each.move().from(), each.move().to()));
                told.add(Words.of(
                        "tempo.lost." + each.kind(),
                        each.before().moveNumber() + (side == Side.WHITE ? "." : "..."),
                        San.write(each.before(), each.move(), language)));
            }
        }
        return new Counted(new Account(new Value.Count(told.size()), evidence), String.join(", ", told));
    }
}
