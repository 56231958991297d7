-- The time that a sitting has for its whole paper, in minutes; 0 for none beside those of the tasks.
alter table sitting add column minutes integer not null default 0;
