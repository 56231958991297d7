@NullMarked
package org.zeroply.desktop.ledger;

import org.jspecify.annotations.NullMarked;
