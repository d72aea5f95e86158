create trigger clone_change_kept before update or delete on clone_change for each row execute function refuse_change();
--> statement-breakpoint
create trigger clone_change_whole before truncate on clone_change for each statement execute function refuse_change();
--> statement-breakpoint
create trigger clone_consent_kept before update or delete on clone_consent for each row execute function refuse_change();
--> statement-breakpoint
create trigger clone_consent_whole before truncate on clone_consent for each statement execute function refuse_change();
