package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.ledger.Entry.Account;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;

/** Open and half-open files, the seventh rank, space behind the pawns, and pieces that get to the other wing. */
final class FileFamily {
    private final Survey survey;
    private final Position position;

    private FileFamily(Survey survey) {
        this.survey = survey;
        position = survey.position;
    }

    static List<Entry> read(Survey survey) {
        FileFamily reading = new FileFamily(survey);
        return List.of(
                reading.openFiles(),
                Counted.entry(Factor.HALF_OPEN_FILES, reading::halfOpen),
                Counted.entry(Factor.SEVENTH, reading::seventh),
                Counted.entry(Factor.SPACE, reading::space),
                Counted.entry(Factor.WINGS, reading::wings));
    }

    static final long QUEENSIDE = PawnMasks.file(0) | PawnMasks.file(1) | PawnMasks.file(2);
    static final long KINGSIDE = PawnMasks.file(5) | PawnMasks.file(6) | PawnMasks.file(7);

    private SquareSet heavy(Side side) {
        return position.men(side, PieceType.ROOK).or(position.men(side, PieceType.QUEEN));
    }

    private Entry openFiles() {
        long pawnFiles = PawnMasks.files(survey.pawns(Side.WHITE) | survey.pawns(Side.BLACK));
        int[] held = new int[2];
        long[] holders = new long[2];
        List<String> told = new ArrayList<>();
        for (int file = 0; file < 8; file++) {
            long squares = PawnMasks.file(file);
            if ((pawnFiles & squares) != 0) {
                continue;
            }
            SquareSet white = heavy(Side.WHITE).and(new SquareSet(squares));
            SquareSet black = heavy(Side.BLACK).and(new SquareSet(squares));
            char letter = (char) ('a' + file);
            if (white.isEmpty() && black.isEmpty()) {
                continue;
            }
            if (white.size() == black.size()) {
                told.add(Words.of("files.disputed", letter));
            } else {
                Side holder = white.size() > black.size() ? Side.WHITE : Side.BLACK;
                held[holder.ordinal()] |= 1 << file;
                holders[holder.ordinal()] |= holder == Side.WHITE ? white.bits() : black.bits();
                told.add(Words.of("files.held", letter, Words.of("side." + holder)));
            }
        }
        return new Entry(
                Factor.OPEN_FILES,
                files(held[0], holders[0]),
                files(held[1], holders[1]),
                told.isEmpty() ? Words.of("files.none") : String.join(", ", told));
    }

    private static Account files(int held, long holders) {
        return new Account(new Value.Files(held), Evidence.of(new SquareSet(holders)));
    }

    private Counted halfOpen(Side side) {
        int files = 0;
        long targets = 0;
        SquareSet used = SquareSet.NONE;
        for (int file = 0; file < 8; file++) {
            long squares = PawnMasks.file(file);
            long enemy = survey.pawns(side.opposite()) & squares;
            boolean halfOpen = (survey.pawns(side) & squares) == 0 && enemy != 0;
            if (halfOpen && (heavy(side).bits() & squares) != 0) {
                files |= 1 << file;
                targets |= enemy;
                used = used.or(heavy(side).and(new SquareSet(squares)));
            }
        }
        Evidence evidence = Evidence.of(used).with(Role.TARGET, new SquareSet(targets));
        String detail = used.isEmpty() ? "" : Words.of("files.used", survey.names(used));
        return new Counted(new Account(new Value.Files(files), evidence), detail);
    }

    private Counted seventh(Side side) {
        return new Counted(Account.of(heavy(side).and(new SquareSet(Survey.ownRanks(side, 7, 7)))), "");
    }

    private Counted space(Side side) {
        long behind = 0;
        for (int file = 2; file <= 5; file++) {
            SquareSet pawns = new SquareSet(survey.pawns(side) & PawnMasks.file(file));
            for (Square pawn : pawns) {
                behind |= PawnMasks.file(file) & Survey.ahead(side.opposite(), pawn.rank());
            }
        }
        long space = behind & ~survey.pawns(side) & ~survey.pawnAttacks(side.opposite());
        return new Counted(Account.of(Long.bitCount(space), new SquareSet(space)), "");
    }

    /** Pieces on one wing that a move away attack something on the other, in the enemy's half. */
    private Counted wings(Side side) {
        SquareSet counted = SquareSet.NONE;
        Evidence evidence = Evidence.NONE;
        List<String> told = new ArrayList<>();
        for (Square from : position.men(side)) {
            PieceType type = survey.type(from);
            long aim = (from.bit() & QUEENSIDE) != 0 ? KINGSIDE : (from.bit() & KINGSIDE) != 0 ? QUEENSIDE : 0;
            List<Square> way = type == PieceType.PAWN || type == PieceType.KING
                    ? List.of()
                    : way(side, from, type, aim & Survey.ownRanks(side, 5, 8));
            if (!way.isEmpty()) {
                counted = counted.or(SquareSet.of(from));
                evidence = evidence.with(Role.COUNTED, from).withPath(Role.ROUTE, way);
                told.add(Words.of("wings.way", survey.name(from), way.get(1)));
            }
        }
        return new Counted(Account.of(counted, evidence), String.join(", ", told));
    }

    /** From a square to one that it gets to in a move, and on to one that it attacks from there; empty if there is none. */
    private List<Square> way(Side side, Square from, PieceType type, long aim) {
        SquareSet reached = Reach.inPosition(position, from).within(1);
        long occupied = position.occupied().bits() & ~from.bit();
        for (Square to : asSeenBy(side)) {
            if (to != from && reached.contains(to)) {
                long attacked = Attacks.of(type, to.ordinal(), occupied & ~to.bit()) & aim;
                for (Square target : asSeenBy(side)) {
                    if ((attacked & target.bit()) != 0) {
                        return List.of(from, to, target);
                    }
                }
            }
        }
        return List.of();
    }

    /** All squares, a side's first rank first, so that mirrored positions have mirrored ways. */
    private static List<Square> asSeenBy(Side side) {
        List<Square> squares = new ArrayList<>(64);
        for (Square square : Square.values()) {
            squares.add(side == Side.WHITE ? square : Square.values()[square.ordinal() ^ 56]);
        }
        return squares;
    }
}
