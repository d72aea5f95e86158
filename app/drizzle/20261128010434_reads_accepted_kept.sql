create trigger reads_accepted_kept before update or delete on reads_accepted for each row execute function refuse_change();
--> statement-breakpoint
create trigger reads_accepted_whole before truncate on reads_accepted for each statement execute function refuse_change();
