-- A value belongs to a slot: measure, place, what it was taken at, and the occasion. What an angle was read at becomes
-- part of its slot. Readings have two times: when the device took them, and when they arrived.
alter table readings disable trigger readings_stay;
alter table readings
  add column at_by text,
  add column at_value double precision,
  add column occasion text not null default 'build',
  add column received_at timestamptz;
update readings set
  at_by = case when at_lift is null then null when measure ~ '^(intake|exhaust)-drop-' then 'drop' else 'lift' end,
  at_value = round(at_lift::numeric, 6)::double precision,
  received_at = taken_at;
alter table readings drop column at_lift, alter column received_at set not null;
alter table readings enable trigger readings_stay;
drop index readings_of_engine;
create index readings_of_slot on readings (engine_id, measure, place, at_by, at_value, occasion, seq desc);

-- A tag is one engine's, however its letters are written.
create index engines_by_tag on engines (lower(tag));

-- The kinds of papers are rows of the contract, checked before anything is filed.
alter table papers drop constraint papers_kind_check;

-- What people do about an engine besides measuring it: decisions and cautions read, and later gates and sign-offs.
create table acts (
  seq bigint generated always as identity primary key,
  id uuid not null unique,
  engine_id uuid not null references engines,
  kind text not null,
  subject text not null,
  reason text,
  body jsonb not null,
  done_by text not null references people,
  done_at timestamptz not null
);
create index acts_of_engine on acts (engine_id, seq);
insert into acts (id, engine_id, kind, subject, reason, body, done_by, done_at)
select id, engine_id, kind, subject, reason, body, by, at from (
  select id, engine_id, 'disposition' as kind, measure || '@' || place as subject, reason,
    -- The first version did not write down what a decision was about; it is computed again from what stood then.
    jsonb_build_object('measure', measure, 'place', place, 'action', action, 'readingId', reading_id, 'about', null) as body,
    made_by as by, made_at as at, seq
  from dispositions
  union all
  select gen_random_uuid(), engine_id, 'caution', stage, null, '{}'::jsonb, acknowledged_by, acknowledged_at, 0
  from acknowledgements
) made order by at, seq;
create trigger acts_stay before update or delete or truncate on acts execute function refuse_change();
drop table dispositions;
drop table acknowledgements;

-- What a record covers, besides readings: anything filed after it leaves "signed".
alter table records disable trigger records_stay;
alter table records add column last_paper bigint, add column last_act bigint;
update records r set
  last_paper = (select coalesce(max(seq), 0) from papers p
                where p.engine_id = r.engine_id and p.filed_at <= (r.summary->>'signedAt')::timestamptz),
  last_act = (select coalesce(max(seq), 0) from acts a
              where a.engine_id = r.engine_id and a.done_at <= (r.summary->>'signedAt')::timestamptz);
alter table records alter column last_paper set not null, alter column last_act set not null;
alter table records enable trigger records_stay;

-- Every public key that this shop ever signed with: a record stays valid after the key that signed it is gone.
create table published_keys (
  id text primary key,
  -- 'record': a JWK; 'pdf': a certificate, DER in base64.
  kind text not null check (kind in ('record', 'pdf')),
  body text not null,
  published_at timestamptz not null
);
create trigger published_keys_stay before update or delete or truncate on published_keys
  execute function refuse_change();
