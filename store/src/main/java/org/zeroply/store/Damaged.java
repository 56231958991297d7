package org.zeroply.store;

/**
 * A document that does not agree with its checksums.
 *
 * @param kind "game", "repertoire", "paper", "student", "sitting" or "report"
 * @param id here
 * @param uid in every copy
 * @param name what a list calls it, as far as that can be read
 */
public record Damaged(String kind, long id, long uid, String name) {}
