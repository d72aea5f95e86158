-- What was measured and found out is kept: rows are only added.
create trigger bench_evidence_kept before update or delete on bench_evidence for each row execute function refuse_change();
--> statement-breakpoint
create trigger bench_evidence_whole before truncate on bench_evidence for each statement execute function refuse_change();
--> statement-breakpoint
create trigger cause_finding_kept before update or delete on cause_finding for each row execute function refuse_change();
--> statement-breakpoint
create trigger cause_finding_whole before truncate on cause_finding for each statement execute function refuse_change();
