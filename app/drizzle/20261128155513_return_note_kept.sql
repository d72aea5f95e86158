create trigger return_note_kept before update or delete on return_note for each row execute function refuse_change();
--> statement-breakpoint
create trigger return_note_whole before truncate on return_note for each statement execute function refuse_change();
