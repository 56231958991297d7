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

-- The list in its usual order with what it is narrowed down by most, so that a result or a length is found in the index alone.
drop index game_listed;
create index game_listed on game (date desc, id desc, result, plies, hidden) where hidden = 0;
