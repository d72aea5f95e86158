ALTER TABLE "station" ADD COLUMN "chip_port" integer;--> statement-breakpoint
ALTER TABLE "operation" ADD COLUMN "access_key" text;