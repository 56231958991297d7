package org.zeroply.coaching;

import java.time.Instant;

/**
 * What a student asked and what the answer was.
 *
 * @param id in the workbook; 0 for one that is not kept
 * @param student whose it is, by the id in the workbook
 * @param game it is about; 0 for none
 * @param ply half-moves before the move it is about; -1 for the game as a whole or none
 * @param answer empty while it is open
 */
public record Question(long id, long student, String text, long game, int ply, Instant asked, String answer) {
    public Question {
        text = text.strip();
        answer = answer.strip();
        if (text.isEmpty()) {
            throw new IllegalArgumentException("a question says something");
        }
        if (ply < -1) {
            throw new IllegalArgumentException("a move is at 0 or later, or -1 for none, was " + ply);
        }
    }

    public boolean isOpen() {
        return answer.isEmpty();
    }

    public Question answered(String words) {
        return new Question(id, student, text, game, ply, asked, words);
    }

    public Question worded(String words) {
        return new Question(id, student, words, game, ply, asked, answer);
    }
}
