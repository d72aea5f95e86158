CREATE TABLE "image_note" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"sha256" text NOT NULL,
	"start_address" bigint NOT NULL,
	"end_address" bigint NOT NULL,
	"text" text NOT NULL,
	"strikes" uuid,
	"at" timestamp with time zone DEFAULT shop_now() NOT NULL,
	"person_id" uuid NOT NULL,
	CONSTRAINT "image_note_strikes_unique" UNIQUE("strikes")
);
--> statement-breakpoint
ALTER TABLE "image_note" ADD CONSTRAINT "image_note_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "image_note_sha256" ON "image_note" USING btree ("sha256");