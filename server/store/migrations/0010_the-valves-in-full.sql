-- Where the crank of an engine stands and at which valve each hand is. No history: it moves with every turn of the bar,
-- and whoever takes over the bench goes on from it.
create table bench (
  engine_id uuid primary key references engines,
  crank_deg double precision,
  turned_by text,
  turned_at timestamptz,
  -- By handle: the valve, and since when.
  hands jsonb not null default '{}'
);

-- The first day on which something of an engine is looked at again; what, stands in what the floor shows of it.
alter table floor add column due_on date;
create index floor_due on floor (due_on) where due_on is not null;

-- The address of the shop's calendar, in its newest row: whoever knows it reads what is due, and no more. Another one is
-- made when it got into wrong hands; that is an act of the log, the address itself stands in none.
create table calendar_addresses (
  seq bigint generated always as identity primary key,
  secret text not null unique,
  made_at timestamptz not null,
  made_by text not null
);
