package org.zeroply.search;

/** What is known already, and speaks before anybody calculates. */
public interface Known {
    /** Who says what is known, and asks a calculator about the rest. */
    Analyst before(Analyst calculator);
}
