create trigger exercise_run_kept before update or delete on exercise_run for each row execute function refuse_change();
--> statement-breakpoint
create trigger exercise_run_whole before truncate on exercise_run for each statement execute function refuse_change();
