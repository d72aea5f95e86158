-- What was connected and measured is kept: rows are only added.
create trigger connection_kept before update or delete on connection for each row execute function refuse_change();
--> statement-breakpoint
create trigger connection_whole before truncate on connection for each statement execute function refuse_change();
--> statement-breakpoint
create trigger connection_tick_kept before update or delete on connection_tick for each row execute function refuse_change();
--> statement-breakpoint
create trigger connection_tick_whole before truncate on connection_tick for each statement execute function refuse_change();
--> statement-breakpoint
create trigger connection_reading_kept before update or delete on connection_reading for each row execute function refuse_change();
--> statement-breakpoint
create trigger connection_reading_whole before truncate on connection_reading for each statement execute function refuse_change();
--> statement-breakpoint
alter table kit_item add constraint kit_item_figures check (length_mm >= 0 and area_um2 > 0 and contact_mohm >= 0 and terminator_ohm >= 0 and draw_ma >= 0);
