ALTER TABLE "job_unit" ADD COLUMN "fed_by" text;--> statement-breakpoint
ALTER TABLE "job_unit" ADD COLUMN "fed_mv" integer;--> statement-breakpoint
ALTER TABLE "job_unit" ADD COLUMN "fed_at" timestamp with time zone;