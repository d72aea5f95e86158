CREATE TABLE "clone_change" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"job_id" uuid NOT NULL,
	"region_id" text NOT NULL,
	"start_offset" bigint NOT NULL,
	"end_offset" bigint NOT NULL,
	"from" text NOT NULL,
	"reason" text NOT NULL,
	"no" bigint GENERATED ALWAYS AS IDENTITY (sequence name "clone_change_no_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"at" timestamp with time zone DEFAULT shop_now() NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "clone_consent" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"job_id" uuid NOT NULL,
	"clone_image_id" uuid NOT NULL,
	"reason" text NOT NULL,
	"at" timestamp with time zone DEFAULT shop_now() NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
ALTER TABLE "clone_change" ADD CONSTRAINT "clone_change_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clone_change" ADD CONSTRAINT "clone_change_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clone_consent" ADD CONSTRAINT "clone_consent_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clone_consent" ADD CONSTRAINT "clone_consent_clone_image_id_clone_image_id_fk" FOREIGN KEY ("clone_image_id") REFERENCES "public"."clone_image"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clone_consent" ADD CONSTRAINT "clone_consent_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "clone_change_job" ON "clone_change" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "clone_consent_job" ON "clone_consent" USING btree ("job_id");