create trigger post_answer_kept before update or delete on post_answer for each row execute function refuse_change();
--> statement-breakpoint
create trigger post_answer_whole before truncate on post_answer for each statement execute function refuse_change();
