-- Rows that are history: the database itself refuses to change or remove them.
create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception '% is append-only: % refused', tg_table_name, tg_op using errcode = 'restrict_violation';
end $$;

create table shop (
  id integer primary key check (id = 1),
  name text not null,
  verify_address text not null,
  opened_at timestamptz not null
);

create table people (
  handle text primary key,
  name text not null,
  role text not null check (role in ('owner', 'lead', 'builder', 'apprentice')),
  pin_hash text not null,
  since timestamptz not null
);

create table sessions (
  token_hash text primary key,
  handle text not null references people,
  expires_at timestamptz not null
);
create index sessions_by_expiry on sessions (expires_at);

create table spec_sets (
  id text not null,
  version integer not null,
  body jsonb not null,
  primary key (id, version)
);
create trigger spec_sets_stay before update or delete or truncate on spec_sets execute function refuse_change();

create table engines (
  id uuid primary key,
  tag text not null unique,
  title text not null,
  customer text not null,
  engine jsonb not null,
  spec_set text not null,
  spec_version integer not null,
  opened_at timestamptz not null,
  opened_by text not null references people,
  foreign key (spec_set, spec_version) references spec_sets
);

create table readings (
  seq bigint generated always as identity primary key,
  id uuid not null unique,
  engine_id uuid not null references engines,
  measure text not null,
  place text not null,
  entered text not null,
  unit text not null,
  value double precision not null,
  taken_at timestamptz not null,
  taken_by text not null references people,
  how text not null,
  instrument text,
  -- The lift or drop at which an angle was read, mm.
  at_lift double precision,
  note text,
  supersedes uuid references readings (id)
);
create index readings_of_engine on readings (engine_id, measure, place, seq desc);
create trigger readings_stay before update or delete or truncate on readings execute function refuse_change();

create table dispositions (
  seq bigint generated always as identity primary key,
  id uuid not null unique,
  engine_id uuid not null references engines,
  measure text not null,
  place text not null,
  action text not null,
  reason text not null,
  reading_id uuid references readings (id),
  made_by text not null references people,
  made_at timestamptz not null
);
create index dispositions_of_engine on dispositions (engine_id, seq);
create trigger dispositions_stay before update or delete or truncate on dispositions execute function refuse_change();

-- What is kept whole with an engine: its cam card as printed ('cam-card'), swept lobes ('lobe-sweep'). The newest card counts.
create table papers (
  seq bigint generated always as identity primary key,
  id uuid not null unique,
  engine_id uuid not null references engines,
  kind text not null check (kind in ('cam-card', 'lobe-sweep')),
  body jsonb not null,
  filed_by text not null references people,
  filed_at timestamptz not null
);
create index papers_of_engine on papers (engine_id, kind, seq);
create trigger papers_stay before update or delete or truncate on papers execute function refuse_change();

create table acknowledgements (
  engine_id uuid not null references engines,
  stage text not null,
  acknowledged_by text not null references people,
  acknowledged_at timestamptz not null,
  primary key (engine_id, stage)
);

create table records (
  id uuid primary key,
  engine_id uuid not null references engines,
  revision integer not null,
  fingerprint text not null unique,
  -- What the floor and the verify page show of it, so that neither opens the record itself.
  summary jsonb not null,
  jws text not null,
  pdf bytea not null,
  pdf_sha256 text not null unique,
  last_reading bigint not null,
  unique (engine_id, revision)
);
create trigger records_stay before update or delete or truncate on records execute function refuse_change();

-- Each row carries the hash of the one before; the unique key keeps the chain from ever forking.
create table audit (
  seq bigint generated always as identity primary key,
  at timestamptz not null,
  by text,
  act text not null,
  engine_id uuid,
  body text not null,
  previous_hash text not null,
  hash text not null,
  constraint audit_one_successor unique (previous_hash)
);
create index audit_of_engine on audit (engine_id, seq desc);
create trigger audit_stays before update or delete or truncate on audit execute function refuse_change();
