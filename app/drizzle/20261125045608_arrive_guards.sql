create trigger photo_kept before update or delete on photo for each row execute function refuse_change();
--> statement-breakpoint
create trigger photo_whole before truncate on photo for each statement execute function refuse_change();
--> statement-breakpoint
create trigger photo_bytes_kept before update or delete on photo_bytes for each row execute function refuse_change();
--> statement-breakpoint
create trigger photo_bytes_whole before truncate on photo_bytes for each statement execute function refuse_change();
--> statement-breakpoint
create trigger authority_kept before update or delete on authority for each row execute function refuse_change();
--> statement-breakpoint
create trigger authority_whole before truncate on authority for each statement execute function refuse_change();
--> statement-breakpoint
create trigger scan_kept before update or delete on scan for each row execute function refuse_change();
--> statement-breakpoint
create trigger scan_whole before truncate on scan for each statement execute function refuse_change();
--> statement-breakpoint
create trigger proof_test_kept before update or delete on proof_test for each row execute function refuse_change();
--> statement-breakpoint
create trigger proof_test_whole before truncate on proof_test for each statement execute function refuse_change();
--> statement-breakpoint
-- Pictures are compressed already.
alter table photo_bytes alter column bytes set storage external;
--> statement-breakpoint
-- Tags are given on arrival; one that a person has written by hand is skipped.
create sequence unit_tag_number start 430;
