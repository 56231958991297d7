-- A game is one versioned blob (content) beside the columns it is searched by.
create table game (
    id            integer primary key autoincrement,
    white         text    not null,
    black         text    not null,
    event         text    not null,
    site          text    not null,
    date          text    not null,
    round         text    not null,
    result        text    not null,
    plies         integer not null,
    remarks       integer not null,
    batch         integer,
    hidden        integer not null default 0,
    same_moves    integer not null,
    content       blob    not null
);
create index game_same_moves on game (same_moves);
create index game_batch on game (batch) where batch is not null;

-- An import, so that it can be undone as one.
create table batch (
    id    integer primary key autoincrement,
    file  text not null,
    begun text not null
);

-- The journal of edits. A game's document is 'game:<id>' with the blobs before and after; the document 'games' holds
-- what appeared or disappeared: 'batch <id>' or 'ids <id> <id> ...'.
create table journal (
    id          integer primary key autoincrement,
    document    text    not null,
    edit        text    not null,
    label       text    not null,
    blob_before blob,
    blob_after  blob,
    shows       text,
    hides       text,
    undone      integer not null default 0
);
create index journal_document on journal (document, id);

create table setting (
    name  text primary key,
    value text not null
);
