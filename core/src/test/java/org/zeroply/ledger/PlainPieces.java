package org.zeroply.ledger;

import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import org.zeroply.rules.CastlingRight;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/** The formulas of docs/measures.md that rest on exchanges, on lines and on moves, as a plain reader would count them. */
final class PlainPieces extends PlainMeasures {
    PlainPieces(Position position) {
        super(position);
    }

    /** The moves of a side, as if it were to move. */
    private List<Move> moves(Side side) {
        if (position.sideToMove() == side) {
            return position.legalMoves();
        }
        return position.isCheck() ? List.of() : position.play(Move.PASS).legalMoves();
    }

    private Position toMove(Side side) {
        return position.sideToMove() == side ? position : position.play(Move.PASS);
    }

    private int worth(Square square) {
        return value(type(square));
    }

    // ---- material

    Object total(Side side) {
        int sum = 0;
        for (Square man : all(side, PieceType.values())) {
            sum += 100 * worth(man);
        }
        return new Value.Hundredths(sum).text();
    }

    Object imbalance(Side side) {
        Map<PieceType, Integer> more = new EnumMap<>(PieceType.class);
        for (PieceType type : PieceType.values()) {
            int count = all(side, type).size() - all(side.opposite(), type).size();
            if (count > 0) {
                more.put(type, count);
            }
        }
        return new Value.Men(more).text();
    }

    Object loose(Side side) {
        return those(pieces(side), piece -> {
            boolean corner = type(piece) == PieceType.ROOK
                    && ownRank(side, piece) == 1
                    && (piece.file() == 0 || piece.file() == 7);
            return !corner && order(piece, side).isEmpty();
        });
    }

    // ---- pawns

    Object backward(Side side) {
        int up = side == Side.WHITE ? 1 : -1;
        return those(pawns(side), pawn -> {
            Set<Square> beside = those(pawns(side), other -> Math.abs(other.file() - pawn.file()) == 1);
            boolean behindAll =
                    !beside.isEmpty() && beside.stream().allMatch(other -> isAhead(side, other.rank(), pawn.rank()));
            if (!behindAll) {
                return false;
            }
            Square stop = Square.of(pawn.file(), pawn.rank() + up);
            return men[stop.ordinal()] == null
                    ? !standsUnharmed(pawn, stop)
                    : attackedByPawns(side.opposite()).contains(stop);
        });
    }

    Object levers(Side side) {
        Set<Square> targets = new TreeSet<>();
        for (Move move : moves(side)) {
            Piece man = Objects.requireNonNull(men[move.from().ordinal()]);
            boolean steps = man.type() == PieceType.PAWN
                    && move.from().file() == move.to().file()
                    && move.promotion() == null;
            if (steps && attacks(move.to(), man, null).stream().anyMatch(pawns(side.opposite())::contains)) {
                targets.add(move.to());
            }
        }
        return targets;
    }

    // ---- bishops

    Object badBishops(Side side) {
        int up = side == Side.WHITE ? 1 : -1;
        Set<Square> fixed = those(
                pawns(side),
                pawn -> pawn.file() >= 2
                        && pawn.file() <= 5
                        && is(pawn.file(), pawn.rank() + up, side.opposite(), PieceType.PAWN));
        return those(all(side, PieceType.BISHOP), bishop -> {
            long on = fixed.stream()
                    .filter(pawn -> pawn.isLight() == bishop.isLight())
                    .count();
            boolean behindChain = pawns(side).stream()
                    .anyMatch(pawn -> ownRank(side, pawn) > 2
                            && isAhead(side, pawn.rank(), bishop.rank())
                            && Math.abs(pawn.file() - bishop.file()) == Math.abs(pawn.rank() - bishop.rank()));
            boolean onlyGuard = all(side, PieceType.values()).stream()
                    .anyMatch(man -> type(man) != PieceType.KING
                            && isAttacked(man, side.opposite())
                            && order(man, side).equals(List.of(bishop)));
            return 2 * on > fixed.size() && behindChain && !onlyGuard;
        });
    }

    // ---- what pieces do

    /** Own men that hang without a piece and do not hang now. */
    private Set<Square> held(Side side, Square piece) {
        Set<Square> hanging = hanging(side);
        return those(
                all(side, PieceType.PAWN, PieceType.KNIGHT, PieceType.BISHOP, PieceType.ROOK, PieceType.QUEEN),
                man -> man != piece && !hanging.contains(man) && result(man, side.opposite(), piece) > 0);
    }

    Set<Square> tied(Side side) {
        return those(pieces(side), piece -> !held(side, piece).isEmpty());
    }

    private boolean isPost(Side side, Square square) {
        return ownRank(side, square) > 4
                && pawns(side.opposite()).stream()
                        .noneMatch(pawn -> Math.abs(pawn.file() - square.file()) == 1
                                && isAhead(side, pawn.rank(), square.rank()));
    }

    private Set<Square> tasks(Side side, Set<Square> attacked) {
        Set<Square> weak = weakSquares(side.opposite());
        return those(attacked, square -> {
            Piece there = men[square.ordinal()];
            boolean loose = there != null
                    && there.side() != side
                    && there.type() != PieceType.KING
                    && order(square, side.opposite()).isEmpty();
            return weak.contains(square) || zone(side.opposite()).contains(square) || loose || result(square, side) > 0;
        });
    }

    Set<Square> working(Side side) {
        Set<Square> tied = tied(side);
        Set<Square> hanging = hanging(side);
        return those(
                pieces(side),
                piece -> !tied.contains(piece)
                        && (!tasks(side, attacks(piece)).isEmpty() || isPost(side, piece) && !hanging.contains(piece)));
    }

    Set<Square> idle(Side side) {
        Set<Square> working = working(side);
        Set<Square> tied = tied(side);
        return those(pieces(side), piece -> !working.contains(piece) && !tied.contains(piece));
    }

    Object idlest(Side side) {
        Square idlest = null;
        int least = 0;
        Set<Square> guarded = attackedByPawns(side.opposite());
        Set<Square> hanging = hanging(side);
        Set<Square> idle = idle(side);
        for (int own = 1; own <= 8; own++) {
            for (Square piece : idle) {
                if (ownRank(side, piece) != own) {
                    continue;
                }
                long safe = attacks(piece).stream()
                        .filter(square -> {
                            Piece there = men[square.ordinal()];
                            return (there == null || there.side() != side) && !guarded.contains(square);
                        })
                        .count();
                int post = isPost(side, piece) && !hanging.contains(piece) ? 1 : 0;
                int work = (int) safe + 4 * (tasks(side, attacks(piece)).size() + post);
                if (idlest == null || work < least || work == least && worth(piece) > worth(idlest)) {
                    idlest = piece;
                    least = work;
                }
            }
        }
        return idlest == null ? Set.of() : Set.of(idlest);
    }

    // ---- kings

    Object castling(Side side) {
        boolean toShort = position.castlingRights()
                .contains(side == Side.WHITE ? CastlingRight.WHITE_SHORT : CastlingRight.BLACK_SHORT);
        boolean toLong = position.castlingRights()
                .contains(side == Side.WHITE ? CastlingRight.WHITE_LONG : CastlingRight.BLACK_LONG);
        return toShort && toLong ? "both ways" : toShort ? "short" : toLong ? "long" : "none";
    }

    Object focalPoints(Side side) {
        Side enemy = side.opposite();
        return those(isAttackTold() ? zone(side) : Set.of(), square -> {
            List<Square> hits = order(square, enemy).stream()
                    .filter(man -> type(man) != PieceType.KING)
                    .toList();
            return isAttacked(square, enemy)
                    && hits.stream().anyMatch(man -> type(man) != PieceType.PAWN)
                    && hits.size() > order(square, side).size();
        });
    }

    Object arrivals(Side side) {
        if (!isAttackTold() || pieces(side).isEmpty()) {
            return "–";
        }
        Set<Square> zone = zone(side.opposite());
        return those(pieces(side), piece -> {
                    Piece man = Objects.requireNonNull(men[piece.ordinal()]);
                    return attacks(piece).stream().noneMatch(zone::contains)
                            && reached(piece, 2).stream()
                                    .anyMatch(square -> square != piece
                                            && attacks(square, man, piece).stream()
                                                    .anyMatch(zone::contains));
                })
                .size();
    }

    Object race(Side side) {
        int own = king(side).file();
        int other = king(side.opposite()).file();
        if (!(own <= 2 && other >= 5 || own >= 5 && other <= 2)) {
            return "–";
        }
        for (int file = Math.max(0, other - 1); file <= Math.min(7, other + 1); file++) {
            int at = file;
            if (pawns(Side.WHITE).stream().noneMatch(pawn -> pawn.file() == at)
                    && pawns(Side.BLACK).stream().noneMatch(pawn -> pawn.file() == at)) {
                return new Value.Moves(0).text();
            }
        }
        Set<Square> aims = those(pawns(side.opposite()), pawn -> Math.abs(pawn.file() - other) <= 1);
        int fewest = Reach.NEVER;
        for (Square pawn : pawns(side)) {
            Set<Square> at = new HashSet<>(Set.of(pawn));
            for (int moves = 0; moves < fewest && !at.isEmpty(); moves++) {
                if (at.stream()
                        .anyMatch(square -> attacks(square, Piece.of(side, PieceType.PAWN), null).stream()
                                .anyMatch(aims::contains))) {
                    fewest = moves;
                }
                Set<Square> next = new HashSet<>();
                at.forEach(square -> next.addAll(pawnSteps(side, square)));
                at = next;
            }
        }
        return new Value.Moves(fewest).text();
    }

    /** Where a pawn gets in a move, own men out of the way and the enemy's where they are. */
    private Set<Square> pawnSteps(Side side, Square from) {
        Set<Square> steps = new HashSet<>();
        int up = side == Side.WHITE ? 1 : -1;
        for (int step = 1; step <= (ownRank(side, from) == 2 ? 2 : 1); step++) {
            int rank = from.rank() + step * up;
            Piece there = rank < 0 || rank > 7 ? null : at(from.file(), rank);
            if (rank < 0 || rank > 7 || there != null && there.side() != side) {
                break;
            }
            steps.add(Square.of(from.file(), rank));
        }
        for (Square square : attacks(from, Piece.of(side, PieceType.PAWN), null)) {
            Piece there = men[square.ordinal()];
            if (there != null && there.side() != side && there.type() != PieceType.KING) {
                steps.add(square);
            }
        }
        return steps;
    }

    // ---- lines

    private interface Line {
        /** Whether an own line piece, the first man on its line and the second make what is counted. */
        boolean counts(Square piece, Square first, Square second);
    }

    private Set<Square> front(Side side, Line line, boolean ofPiece) {
        Set<Square> found = new TreeSet<>();
        for (Square piece : pieces(side)) {
            for (int[] step : allDirections()) {
                Square first = isOn(type(piece), step) ? next(piece, step) : null;
                Square second = first == null ? null : next(first, step);
                if (first != null && second != null && line.counts(piece, first, second)) {
                    found.add(ofPiece ? piece : first);
                }
            }
        }
        return found;
    }

    private boolean isOf(Side side, Square square) {
        return Objects.requireNonNull(men[square.ordinal()]).side() == side;
    }

    Object pins(Side side) {
        Side enemy = side.opposite();
        return front(
                enemy,
                (piece, first, second) -> {
                    if (!isOf(side, first) || !isOf(side, second)) {
                        return false;
                    }
                    if (type(second) == PieceType.KING) {
                        return true;
                    }
                    if (type(first) == PieceType.KING
                            || type(second) == PieceType.PAWN
                            || worth(first) > worth(second)) {
                        return false;
                    }
                    Piece lifted = men[first.ordinal()];
                    men[first.ordinal()] = null;
                    boolean unguarded = order(second, side).isEmpty();
                    boolean gains = worth(second) > afterTaking(piece, second);
                    men[first.ordinal()] = lifted;
                    return gains && (worth(second) > worth(first) || unguarded);
                },
                false);
    }

    /** What the other side wins by retaking once a man has taken. */
    private int afterTaking(Square from, Square to) {
        Piece man = Objects.requireNonNull(men[from.ordinal()]);
        Piece taken = men[to.ordinal()];
        men[from.ordinal()] = null;
        men[to.ordinal()] = man;
        int lost = result(to, man.side().opposite());
        men[from.ordinal()] = man;
        men[to.ordinal()] = taken;
        return lost;
    }

    Object skewers(Side side) {
        Side enemy = side.opposite();
        return front(
                side,
                (piece, first, second) -> isOf(enemy, first)
                        && isOf(enemy, second)
                        && type(second) != PieceType.KING
                        && (type(first) == PieceType.KING
                                || worth(first) > worth(second) && worth(first) > worth(piece))
                        && result(second, side, first) > 0,
                true);
    }

    Object discoveries(Side side) {
        Side enemy = side.opposite();
        return front(
                side,
                (piece, first, second) -> {
                    if (!isOf(side, first) || !isOf(enemy, second)) {
                        return false;
                    }
                    boolean worth = type(second) == PieceType.KING
                            || result(second, side) == 0 && result(second, side, first) > 0;
                    return worth
                            && moves(side).stream()
                                    .anyMatch(move -> move.from() == first && !isBetween(piece, second, move.to()));
                },
                false);
    }

    /** Whether a square lies on the line through two others. */
    private static boolean isBetween(Square one, Square other, Square square) {
        int files = other.file() - one.file();
        int ranks = other.rank() - one.rank();
        return files * (square.rank() - one.rank()) == ranks * (square.file() - one.file());
    }

    Object forks(Side side) {
        Set<Square> found = new TreeSet<>();
        for (Move move : moves(side)) {
            if (type(move.from()) == PieceType.KING || move.promotion() != null) {
                continue;
            }
            Position after = toMove(side).play(move);
            PlainExchange then = new PlainExchange(after);
            Piece taken = toMove(side).captured(move);
            boolean retaken = after.legalMoves().stream().anyMatch(reply -> reply.to() == move.to());
            boolean better = (taken == null ? 0 : value(taken.type())) > then.result(move.to(), side.opposite());
            int targets = 0;
            boolean fresh = false;
            for (Square target : then.attacks(move.to())) {
                Piece man = then.men[target.ordinal()];
                boolean king = man != null && man.side() != side && man.type() == PieceType.KING;
                if (king || then.result(target, side) > 0) {
                    targets++;
                    fresh |= king || new PlainExchange(toMove(side)).result(target, side) == 0;
                }
            }
            if (targets > 1 && fresh && (better || !retaken)) {
                found.add(move.to());
            }
        }
        return found;
    }

    Object trapped(Side side) {
        Set<Square> hanging = hanging(side);
        return those(
                position.isCheck() ? Set.of() : pieces(side),
                piece -> hanging.contains(piece) && moves(side).stream().noneMatch(move -> saves(side, piece, move)));
    }

    private boolean saves(Side side, Square piece, Move move) {
        Piece taken = toMove(side).captured(move);
        PlainExchange then = new PlainExchange(toMove(side).play(move));
        boolean loses = then.result(move.to(), side.opposite()) > (taken == null ? 0 : value(taken.type()));
        return !loses && (move.from() == piece || then.result(piece, side.opposite()) == 0);
    }

    // ---- kings and pawns only

    Object opposition(Side side) {
        int files = Math.abs(king(side).file() - king(side.opposite()).file());
        int ranks = Math.abs(king(side).rank() - king(side.opposite()).rank());
        if (!isPawnEnding() || position.sideToMove() == side) {
            return "none";
        }
        if (files == 0 || ranks == 0) {
            int between = files + ranks - 1;
            return between == 1 ? "near" : between == 3 || between == 5 ? "distant" : "none";
        }
        return files == ranks && (files == 2 || files == 4) ? "diagonal" : "none";
    }

    private int stepsToPromote(Side side, Square pawn) {
        Square own = king(side);
        boolean inTheWay = own.file() == pawn.file() && isAhead(side, own.rank(), pawn.rank());
        int steps = 8 - ownRank(side, pawn);
        return steps - (steps == 6 ? 1 : 0) + (inTheWay ? 1 : 0);
    }

    Object outOfTheSquare(Side side) {
        return those(isPawnEnding() ? passed(side) : Set.of(), pawn -> {
            int goal = side == Side.WHITE ? 7 : 0;
            Square enemy = king(side.opposite());
            int king = Math.max(Math.abs(enemy.file() - pawn.file()), Math.abs(enemy.rank() - goal));
            return king > stepsToPromote(side, pawn) + (position.sideToMove() == side ? 0 : 1);
        });
    }

    Object pawnRace(Side side) {
        int fewest = passed(side).stream()
                .mapToInt(pawn -> stepsToPromote(side, pawn))
                .min()
                .orElse(Reach.NEVER);
        return new Value.Moves(isPawnEnding() ? fewest : Reach.NEVER).text();
    }

    Object minorPieces(Side side) {
        Map<PieceType, Integer> counts = new EnumMap<>(PieceType.class);
        for (PieceType type : List.of(PieceType.BISHOP, PieceType.KNIGHT)) {
            if (!all(side, type).isEmpty()) {
                counts.put(type, all(side, type).size());
            }
        }
        return new Value.Men(counts).text();
    }
}
