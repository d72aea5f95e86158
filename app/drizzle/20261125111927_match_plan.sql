CREATE TABLE "offer" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"job_id" uuid NOT NULL,
	"source" text NOT NULL,
	"numbers" jsonb NOT NULL,
	"price" text DEFAULT '' NOT NULL,
	"verdict" text NOT NULL,
	"code" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "parts_answer" (
	"kind" text NOT NULL,
	"key" text NOT NULL,
	"answer" jsonb NOT NULL,
	"fetched_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "parts_answer_kind_key_pk" PRIMARY KEY("kind","key")
);
--> statement-breakpoint
CREATE TABLE "plan_mark" (
	"job_id" uuid NOT NULL,
	"task_key" text NOT NULL,
	"started_at" timestamp with time zone,
	"done_at" timestamp with time zone,
	"pinned_at" timestamp with time zone,
	"pinned_to" text,
	"person_id" uuid NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "plan_mark_job_id_task_key_pk" PRIMARY KEY("job_id","task_key")
);
--> statement-breakpoint
CREATE TABLE "quote" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"job_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"currency" text NOT NULL,
	"lines" jsonb NOT NULL,
	"net" text NOT NULL,
	"tax_percent" text NOT NULL,
	"tax" text NOT NULL,
	"total" text NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"valid_until" timestamp with time zone NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"person_id" uuid NOT NULL,
	CONSTRAINT "quote_number" UNIQUE("job_id","number")
);
--> statement-breakpoint
CREATE TABLE "way_choice" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"job_id" uuid NOT NULL,
	"way_id" text NOT NULL,
	"school" text NOT NULL,
	"reason" text NOT NULL,
	"options" jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
ALTER TABLE "unit" ADD COLUMN "label_numbers" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "unit" ADD COLUMN "hardware_number" text GENERATED ALWAYS AS (coalesce(numbers->>'hardware-number', label_numbers->>'hardware-number')) STORED;--> statement-breakpoint
ALTER TABLE "unit" ADD COLUMN "stock" text;--> statement-breakpoint
ALTER TABLE "unit" ADD COLUMN "wear" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "skills" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "operation" ADD COLUMN "time_factor" real DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "offer" ADD CONSTRAINT "offer_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "offer" ADD CONSTRAINT "offer_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan_mark" ADD CONSTRAINT "plan_mark_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan_mark" ADD CONSTRAINT "plan_mark_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quote" ADD CONSTRAINT "quote_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quote" ADD CONSTRAINT "quote_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "way_choice" ADD CONSTRAINT "way_choice_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "way_choice" ADD CONSTRAINT "way_choice_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "offer_job" ON "offer" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "way_choice_job" ON "way_choice" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "unit_hardware" ON "unit" USING btree ("hardware_number") WHERE "unit"."stock" is not null;--> statement-breakpoint
CREATE INDEX "unit_stock" ON "unit" USING btree ("family_id","tag") WHERE "unit"."stock" is not null;