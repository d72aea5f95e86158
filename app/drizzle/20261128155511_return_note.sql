CREATE TABLE "return_note" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"step_id" text NOT NULL,
	"act_id" uuid,
	"state" text NOT NULL,
	"evidence" jsonb NOT NULL,
	"note" text NOT NULL,
	"at" timestamp with time zone DEFAULT shop_now() NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
ALTER TABLE "return_note" ADD CONSTRAINT "return_note_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "return_note" ADD CONSTRAINT "return_note_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "return_note_job" ON "return_note" USING btree ("job_id");