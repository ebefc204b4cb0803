-- A reading that puts an earlier one right, rather than being another try beside it. Rows from before say nothing of it.
alter table readings add column corrects boolean;
