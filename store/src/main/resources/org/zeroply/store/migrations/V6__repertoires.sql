-- A repertoire and its positions, one row each, so that an edit writes what it changed and no more. Positions follow from
-- the moves; the moves of a row and what is said of them are text (see NodeText). The document of its journal is
-- 'repertoire:<id>', with the changed rows before and after; 'repertoires' holds what came and went.
create table repertoire (
    id       integer primary key autoincrement,
    name     text    not null,
    side     text    not null,
    student  text    not null,
    approach text    not null,
    hidden   integer not null default 0
);
create table repertoire_node (
    repertoire integer not null references repertoire (id),
    id         integer not null,
    edges      text    not null,
    tally      text    not null,
    primary key (repertoire, id)
) without rowid;

-- The ratings of the players as the game's tags say; 0 where they do not.
alter table game add column white_rating integer not null default 0;
alter table game add column black_rating integer not null default 0;
