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
