-- Games that wait to be judged, in the order in which they were put there, so that a batch goes on after a restart.
create table waiting (
    game  integer primary key references game (id),
    place integer not null
) without rowid;

-- The draft of a lesson report for a game: what the coach chose, ordered and wrote. One a game.
create table report (
    game    integer primary key references game (id),
    content text not null
) without rowid;
