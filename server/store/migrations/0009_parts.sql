-- The shop's parts: who sells them, what there is, what is wanted for which engine, what was ordered. Each is an id; what
-- stands on its page is history, of which the newest row counts.
create table parts_book (
  seq bigint generated always as identity primary key,
  id uuid not null unique,
  kind text not null check (kind in ('supplier', 'item', 'line', 'order')),
  subject_id uuid not null,
  engine_id uuid references engines,
  body jsonb not null,
  at timestamptz not null,
  by text not null references people
);
create index parts_newest on parts_book (kind, subject_id, seq desc);
create index parts_of_engine on parts_book (engine_id, seq) where engine_id is not null;
create trigger parts_book_stays before update or delete or truncate on parts_book execute function refuse_change();

-- What came to the shelf and went from it: its sum lies there.
create table shelf_moves (
  seq bigint generated always as identity primary key,
  id uuid not null unique,
  item_id uuid not null,
  -- Of what is sold by its length, mm.
  length_mm double precision,
  pieces integer not null,
  -- The line that it came with or went for; none for a count.
  line_id uuid,
  at timestamptz not null,
  by text not null references people
);
create index shelf_moves_of_item on shelf_moves (item_id);
create trigger shelf_moves_stay before update or delete or truncate on shelf_moves execute function refuse_change();

-- What each engine waits for, JSON; made again from its lines whenever one changes.
alter table floor add column waits text;
