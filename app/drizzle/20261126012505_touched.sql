ALTER TABLE "kept_read" ADD COLUMN "repeats_id" uuid;--> statement-breakpoint
ALTER TABLE "kept_read" ADD COLUMN "file_modified_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "operation" ADD COLUMN "touched_at" timestamp with time zone;--> statement-breakpoint
-- what was written before this column came: in doubt it was touched
update operation set touched_at = started_at where kind = 'write' and meaning is distinct from 'meaning.unit.untouched';--> statement-breakpoint
-- one operation brings one read: a second one was the same reading, stored twice when an answer of the database was lost
alter table kept_read disable trigger kept_read_kept;--> statement-breakpoint
update kept_read later set repeats_id = first.id, operation_id = null
  from (select distinct on (operation_id) operation_id, id from kept_read where operation_id is not null
    order by operation_id, number) first
  where later.operation_id = first.operation_id and later.id <> first.id;--> statement-breakpoint
alter table kept_read enable trigger kept_read_kept;--> statement-breakpoint
ALTER TABLE "kept_read" ADD CONSTRAINT "kept_read_operationId_unique" UNIQUE("operation_id");