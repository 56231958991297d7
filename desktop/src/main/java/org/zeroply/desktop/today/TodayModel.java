package org.zeroply.desktop.today;

import java.util.function.Supplier;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Newest;
import org.zeroply.desktop.lessons.DiaryModel;
import org.zeroply.notation.Language;
import org.zeroply.store.Workbook;

/** The page of the day, read again whenever something it tells has changed. Lives on the interface thread. */
public final class TodayModel {
    private final Workbook workbook;
    private final Background background;
    private final DiaryModel diary;
    private final Supplier<Language> language;
    private final Newest newest = new Newest();
    private final ReadOnlyObjectWrapper<@Nullable TodayPage> page = new ReadOnlyObjectWrapper<>(this, "page");
    private boolean reading;
    private boolean again;

    TodayModel(Workbook workbook, Background background, DiaryModel diary, Supplier<Language> language) {
        this.workbook = workbook;
        this.background = background;
        this.diary = diary;
        this.language = language;
        diary.changesProperty().subscribe((before, now) -> refresh());
    }

    /** Null until it was read. */
    ReadOnlyObjectProperty<@Nullable TodayPage> pageProperty() {
        return page.getReadOnlyProperty();
    }

    /** Whether the page is there, for tests and for the tour. */
    public boolean isRead() {
        return page.get() != null && !reading;
    }

    /** Reads the page; while it is being read, no more than once more. */
    public void refresh() {
        if (reading) {
            again = true;
            return;
        }
        reading = true;
        Language letters = language.get();
        background.read(
                () -> new TodayReader(workbook, diary.today(), diary.zone(), letters).page(), newest.only(read -> {
                    reading = false;
                    page.set(read);
                    if (again) {
                        again = false;
                        refresh();
                    }
                }));
    }
}
