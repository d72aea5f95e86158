CREATE TABLE "post_answer" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"link_id" uuid NOT NULL,
	"outcome" text NOT NULL,
	"name" text NOT NULL,
	"words" text NOT NULL,
	"at" timestamp with time zone DEFAULT shop_now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "post_link" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"job_id" uuid NOT NULL,
	"answer_by" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT shop_now() NOT NULL,
	"person_id" uuid NOT NULL,
	"ended_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "return_note" ALTER COLUMN "person_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "post_answer" ADD CONSTRAINT "post_answer_link_id_post_link_id_fk" FOREIGN KEY ("link_id") REFERENCES "public"."post_link"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "post_link" ADD CONSTRAINT "post_link_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "post_link" ADD CONSTRAINT "post_link_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "post_answer_link" ON "post_answer" USING btree ("link_id");--> statement-breakpoint
CREATE INDEX "post_link_job" ON "post_link" USING btree ("job_id");