CREATE TABLE "file_order" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"job_id" uuid NOT NULL,
	"unit_id" uuid NOT NULL,
	"region_id" text NOT NULL,
	"wanted" text NOT NULL,
	"order_id" text NOT NULL,
	"own_sha256" text,
	"asked_at" timestamp with time zone DEFAULT shop_now() NOT NULL,
	"person_id" uuid NOT NULL,
	"next_look_at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	"problem" text
);
--> statement-breakpoint
ALTER TABLE "file_order" ADD CONSTRAINT "file_order_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "file_order" ADD CONSTRAINT "file_order_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "file_order" ADD CONSTRAINT "file_order_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "file_order_job" ON "file_order" USING btree ("job_id");