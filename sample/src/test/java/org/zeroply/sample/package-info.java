/** The maker of the sample club, and the tests of what it made. */
@NullMarked
package org.zeroply.sample;

import org.jspecify.annotations.NullMarked;
