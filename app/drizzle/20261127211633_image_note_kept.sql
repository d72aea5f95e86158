create trigger image_note_kept before update or delete on image_note for each row execute function refuse_change();
--> statement-breakpoint
create trigger image_note_whole before truncate on image_note for each statement execute function refuse_change();
