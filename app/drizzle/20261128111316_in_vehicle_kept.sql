create trigger told_in_vehicle_kept before update or delete on told_in_vehicle for each row execute function refuse_change();
--> statement-breakpoint
create trigger told_in_vehicle_whole before truncate on told_in_vehicle for each statement execute function refuse_change();
