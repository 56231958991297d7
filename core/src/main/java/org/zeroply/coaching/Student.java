package org.zeroply.coaching;

/**
 * Somebody who solves papers; a nickname is enough.
 *
 * @param id in the workbook; 0 for one that is not kept
 * @param rating 0 for none
 */
public record Student(long id, String name, int rating) {
    public Student {
        name = name.strip();
        if (name.isEmpty()) {
            throw new IllegalArgumentException("a student must have a name");
        }
        if (rating < 0 || rating > 4000) {
            throw new IllegalArgumentException("a rating is 0 to 4000, was " + rating);
        }
    }
}
