package org.zeroply.store;

import java.util.Optional;

/** Settings that belong to the workbook, not to the machine. Any thread. */
public final class Settings {
    private final Workbook workbook;

    Settings(Workbook workbook) {
        this.workbook = workbook;
    }

    /** A setting that belongs to the workbook, not to the machine. */
    public Optional<String> get(String name) {
        return workbook.read(
                handle -> handle.createQuery("select value from setting where name = ? and sum is row_sum(name, value)")
                        .bind(0, name)
                        .mapTo(String.class)
                        .findOne());
    }

    public void set(String name, String value) {
        workbook.write(
                handle -> handle.createUpdate("insert into setting (name, value) values (?, ?) on conflict (name) do"
                                + " update set value = excluded.value")
                        .bind(0, name)
                        .bind(1, value)
                        .execute());
    }
}
