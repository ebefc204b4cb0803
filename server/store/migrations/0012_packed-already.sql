-- PDFs and pictures are packed by themselves, and a signed record is text that hardly packs: PostgreSQL tried anew with
-- each, and everybody waited for it.
alter table records alter column pdf set storage external;
alter table records alter column jws set storage external;
alter table pictures alter column bytes set storage external;
