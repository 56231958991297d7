package org.zeroply.asking;

import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What was said about how a question is asked: values by parameter; the usual ones where nothing was said. */
public final class Given {
    public static final Given NOTHING = new Given(Map.of());

    private final Map<Parameter<?>, Object> values;

    private Given(Map<Parameter<?>, Object> values) {
        this.values = values;
    }

    /** This with another value; null stands for the usual one. */
    public <T extends @Nullable Object> Given with(Parameter<T> parameter, T value) {
        Map<Parameter<?>, Object> next = new HashMap<>(values);
        if (value == null) {
            next.remove(parameter);
        } else {
            next.put(parameter, value);
        }
        return new Given(next);
    }

    @SuppressWarnings("unchecked") // with() takes only values of the parameter's own kind
    public <T extends @Nullable Object> T of(Parameter<T> parameter) {
        Object value = values.get(parameter);
        return value == null ? parameter.usual() : (T) value;
    }
}
