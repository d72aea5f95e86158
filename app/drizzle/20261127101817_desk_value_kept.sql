create trigger desk_value_kept before update or delete on desk_value for each row execute function refuse_change();
--> statement-breakpoint
create trigger desk_value_whole before truncate on desk_value for each statement execute function refuse_change();
