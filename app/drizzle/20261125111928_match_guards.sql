create trigger offer_kept before update or delete on offer for each row execute function refuse_change();
--> statement-breakpoint
create trigger offer_whole before truncate on offer for each statement execute function refuse_change();
--> statement-breakpoint
create trigger way_choice_kept before update or delete on way_choice for each row execute function refuse_change();
--> statement-breakpoint
create trigger way_choice_whole before truncate on way_choice for each statement execute function refuse_change();
--> statement-breakpoint
create trigger quote_kept before update or delete on quote for each row execute function refuse_change();
--> statement-breakpoint
create trigger quote_whole before truncate on quote for each statement execute function refuse_change();
