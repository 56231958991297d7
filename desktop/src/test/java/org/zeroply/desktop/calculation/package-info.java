@org.jspecify.annotations.NullMarked
package org.zeroply.desktop.calculation;
