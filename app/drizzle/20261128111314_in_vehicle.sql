CREATE TABLE "told_in_vehicle" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"job_id" uuid NOT NULL,
	"operation_id" uuid NOT NULL,
	"outcome" text NOT NULL,
	"signs" jsonb NOT NULL,
	"note" text NOT NULL,
	"contents" jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT shop_now() NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
ALTER TABLE "told_in_vehicle" ADD CONSTRAINT "told_in_vehicle_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "told_in_vehicle" ADD CONSTRAINT "told_in_vehicle_operation_id_operation_id_fk" FOREIGN KEY ("operation_id") REFERENCES "public"."operation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "told_in_vehicle" ADD CONSTRAINT "told_in_vehicle_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "told_in_vehicle_job" ON "told_in_vehicle" USING btree ("job_id");