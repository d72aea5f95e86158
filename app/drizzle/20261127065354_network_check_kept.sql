create trigger network_check_kept before update or delete on network_check for each row execute function refuse_change();
--> statement-breakpoint
create trigger network_check_whole before truncate on network_check for each statement execute function refuse_change();
