-- Papers and their tasks, one row a task; a task is text as in a file of tasks (see TaskPgn). The document of a paper's
-- journal is 'paper:<id>', with the whole paper before and after; 'papers' holds what came and went.
create table paper (
    id      integer primary key autoincrement,
    name    text    not null,
    minutes integer not null,
    pause   integer not null,
    strict  integer not null,
    diagram integer not null,
    hidden  integer not null default 0
);
create table task (
    paper   integer not null references paper (id),
    place   integer not null,
    content text    not null,
    primary key (paper, place)
) without rowid;

create table student (
    id     integer primary key autoincrement,
    name   text    not null,
    rating integer not null,
    hidden integer not null default 0
);

-- A sitting keeps the tasks as they were then. Times are milliseconds; since is when a clock was started, null while it
-- stands.
create table sitting (
    id      integer primary key autoincrement,
    paper   integer not null,
    name    text    not null,
    student integer not null references student (id),
    begun   integer not null,
    pause   integer not null,
    strict  integer not null,
    diagram integer not null,
    saved   integer not null
);
create table sitting_task (
    sitting  integer not null references sitting (id),
    place    integer not null,
    content  text    not null,
    script   text    not null,
    used     integer not null,
    since    integer,
    ending   text    not null,
    evidence text    not null,
    awards   text    not null,
    primary key (sitting, place)
) without rowid;
