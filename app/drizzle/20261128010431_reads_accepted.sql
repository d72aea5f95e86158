CREATE TABLE "reads_accepted" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"job_id" uuid NOT NULL,
	"unit_id" uuid NOT NULL,
	"region_id" text NOT NULL,
	"sha256" text NOT NULL,
	"kind" text NOT NULL,
	"read_numbers" jsonb NOT NULL,
	"reason" text NOT NULL,
	"at" timestamp with time zone DEFAULT shop_now() NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
ALTER TABLE "reads_accepted" ADD CONSTRAINT "reads_accepted_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reads_accepted" ADD CONSTRAINT "reads_accepted_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reads_accepted" ADD CONSTRAINT "reads_accepted_sha256_image_sha256_fk" FOREIGN KEY ("sha256") REFERENCES "public"."image"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reads_accepted" ADD CONSTRAINT "reads_accepted_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "reads_accepted_job" ON "reads_accepted" USING btree ("job_id");