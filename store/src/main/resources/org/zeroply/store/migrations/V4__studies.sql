-- What has been calculated of positions, so that a game opened again shows it at once. Worked out, never edited: it can
-- be thrown away and worked out again. The analyst's name has the version of everything that can change a verdict.
create table study (
    position integer not null,
    analyst  text    not null,
    lines    integer not null,
    effort   integer not null,
    content  text    not null,
    primary key (position, analyst, lines, effort)
) without rowid;
