ALTER TABLE "operation" ADD COLUMN "writes" text DEFAULT 'image' NOT NULL;--> statement-breakpoint
ALTER TABLE "operation" ADD COLUMN "after" jsonb;