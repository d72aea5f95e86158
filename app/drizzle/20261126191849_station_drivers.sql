ALTER TABLE "station" ADD COLUMN "box_driver" text DEFAULT 'serial-line' NOT NULL;--> statement-breakpoint
ALTER TABLE "station" ADD COLUMN "supply_driver" text DEFAULT 'scpi-joined' NOT NULL;