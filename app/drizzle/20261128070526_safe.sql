CREATE TABLE "data_key" (
	"no" integer PRIMARY KEY NOT NULL,
	"wrapped" "bytea" NOT NULL,
	"wrapper" text NOT NULL,
	"salt" "bytea",
	"memory_kib" integer,
	"passes" integer,
	"lanes" integer,
	"created_at" timestamp with time zone DEFAULT shop_now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "kept_secret" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"job_id" uuid NOT NULL,
	"unit_id" uuid,
	"role" text,
	"kind" text NOT NULL,
	"secret_id" text NOT NULL,
	"name" text NOT NULL,
	"source" text DEFAULT '' NOT NULL,
	"key_no" integer NOT NULL,
	"sealed" "bytea" NOT NULL,
	"mark" text NOT NULL,
	"at" timestamp with time zone DEFAULT shop_now() NOT NULL,
	"person_id" uuid NOT NULL,
	CONSTRAINT "kept_secret_once" UNIQUE("job_id","unit_id","secret_id","mark")
);
--> statement-breakpoint
CREATE TABLE "secret_handover" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"job_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"secret_ids" jsonb NOT NULL,
	"names" jsonb NOT NULL,
	"receiver" text NOT NULL,
	"capacity" text NOT NULL,
	"proof" text NOT NULL,
	"authority" text NOT NULL,
	"signature" jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT shop_now() NOT NULL,
	"person_id" uuid NOT NULL,
	CONSTRAINT "secret_handover_number" UNIQUE("job_id","number")
);
--> statement-breakpoint
CREATE TABLE "secret_look" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"job_id" uuid NOT NULL,
	"secret_id" uuid NOT NULL,
	"reason" text NOT NULL,
	"at" timestamp with time zone DEFAULT shop_now() NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
ALTER TABLE "image" ADD COLUMN "keyed" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "image_chunk" ADD COLUMN "key_no" integer;--> statement-breakpoint
ALTER TABLE "kept_secret" ADD CONSTRAINT "kept_secret_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kept_secret" ADD CONSTRAINT "kept_secret_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kept_secret" ADD CONSTRAINT "kept_secret_key_no_data_key_no_fk" FOREIGN KEY ("key_no") REFERENCES "public"."data_key"("no") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kept_secret" ADD CONSTRAINT "kept_secret_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "secret_handover" ADD CONSTRAINT "secret_handover_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "secret_handover" ADD CONSTRAINT "secret_handover_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "secret_look" ADD CONSTRAINT "secret_look_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "secret_look" ADD CONSTRAINT "secret_look_secret_id_kept_secret_id_fk" FOREIGN KEY ("secret_id") REFERENCES "public"."kept_secret"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "secret_look" ADD CONSTRAINT "secret_look_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "kept_secret_job" ON "kept_secret" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "secret_look_job" ON "secret_look" USING btree ("job_id");--> statement-breakpoint
ALTER TABLE "image_chunk" ADD CONSTRAINT "image_chunk_key_no_data_key_no_fk" FOREIGN KEY ("key_no") REFERENCES "public"."data_key"("no") ON DELETE no action ON UPDATE no action;