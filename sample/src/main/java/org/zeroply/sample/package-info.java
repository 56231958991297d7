/**
 * A made-up club with made-up people and games, for the demo, the tour and the tests. The way in is {@link
 * org.zeroply.sample.SampleClub}. No name belongs to a real person and no game was ever played; how they were made
 * stands in {@code ClubGenerator} beside the tests of this module.
 */
@NullMarked
package org.zeroply.sample;

import org.jspecify.annotations.NullMarked;
