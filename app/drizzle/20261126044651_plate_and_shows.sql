ALTER TABLE "job" ADD COLUMN "shows" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "shows_minutes" integer;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "plate" text DEFAULT '' NOT NULL;