-- An engine that comes from another Utex brings its history: who measured, filed and decided there is nobody of this shop.
-- Who of this shop may write is asked at its door; that nothing is written under another's name later, the chain of acts
-- vouches for, which seals these columns with every row.
alter table readings drop constraint readings_taken_by_fkey;
alter table papers drop constraint papers_filed_by_fkey;
alter table acts drop constraint acts_done_by_fkey;
