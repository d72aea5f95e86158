ALTER TABLE "job" ADD COLUMN "result" text;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "result_reason" text;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "backup_waived" text;