-- The list of games is searched and paged by narrow rows, so the games themselves move to a table of their own.
create table content (
    id    integer primary key,
    bytes blob not null
);
insert into content (id, bytes) select id, content from game;
alter table game drop column content;

-- What the game's own tags say of its opening.
alter table game add column opening text not null default '';
-- Whether a run of the position index holds the game as it is.
alter table game add column indexed integer not null default 0;
-- Who the game is, in every copy of the workbook, and which state of it this is: 64 random bits each.
alter table game add column uid integer not null default 0;
alter table game add column revision integer not null default 0;
update game set uid = random(), revision = random();

create index game_uid on game (uid);
create index game_listed on game (date desc, id desc) where hidden = 0;
create index game_hidden on game (id) where hidden = 1;
create index game_not_indexed on game (id) where indexed = 0;

-- States of games before the present one, so that a copy that was edited elsewhere can be told from one left behind.
create table past_revision (
    game     integer not null,
    revision integer not null,
    primary key (game, revision)
) without rowid;

-- The main line alone, two bytes a half-move (see MainLine), for what goes over a whole collection.
create table line (
    id    integer primary key,
    start text,
    moves blob not null
);

-- Words of a game for finding; rows are games.
create virtual table words using fts5 (
    white, black, event, site, date, result, opening, notes,
    content = '', contentless_delete = 1, tokenize = 'unicode61 remove_diacritics 2', prefix = '1 2 3'
);

-- The position index: sorted runs in chunks (see PositionRun). A run is building, ready or dropped.
create table run (
    id      integer primary key autoincrement,
    games   integer not null,
    state   text    not null
);
create table run_chunk (
    run       integer not null,
    part      integer not null,
    first_key integer not null,
    bytes     blob    not null
);
create unique index run_chunk_part on run_chunk (run, part);
create index run_chunk_key on run_chunk (run, first_key, part);

-- Games that a run still holds as they were before an edit.
create table run_void (
    run  integer not null,
    game integer not null,
    primary key (run, game)
) without rowid;
