CREATE TABLE "arrival" (
	"job_id" uuid PRIMARY KEY NOT NULL,
	"how" text NOT NULL,
	"parcel_number" text DEFAULT '' NOT NULL,
	"condition" text DEFAULT '' NOT NULL,
	"intake_key" text NOT NULL,
	CONSTRAINT "arrival_intake" UNIQUE("intake_key")
);
--> statement-breakpoint
CREATE TABLE "authority" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"job_id" uuid NOT NULL,
	"ordered_by" text NOT NULL,
	"proof_kind" text NOT NULL,
	"proof_number" text NOT NULL,
	"photo_id" uuid,
	"signature" jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "kit_item" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"station_id" text,
	"families" text[] DEFAULT '{}' NOT NULL,
	"software" text DEFAULT '' NOT NULL,
	"wanted_software" text DEFAULT '' NOT NULL,
	"firmware" text DEFAULT '' NOT NULL,
	"wanted_firmware" text DEFAULT '' NOT NULL,
	"due_at" timestamp with time zone,
	"calibration_due_at" timestamp with time zone,
	"plug_cycles" integer DEFAULT 0 NOT NULL,
	"plug_limit" integer DEFAULT 0 NOT NULL,
	"cable_link" boolean DEFAULT false NOT NULL,
	"radio_link" boolean DEFAULT false NOT NULL,
	"rated_ma" integer,
	"version" integer DEFAULT 1 NOT NULL,
	"retired_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "kit_item_name_unique" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "kit_tick" (
	"job_id" uuid NOT NULL,
	"check_id" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"person_id" uuid NOT NULL,
	CONSTRAINT "kit_tick_job_id_check_id_pk" PRIMARY KEY("job_id","check_id")
);
--> statement-breakpoint
CREATE TABLE "photo" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"job_id" uuid,
	"unit_id" uuid,
	"kind" text NOT NULL,
	"file_name" text NOT NULL,
	"sha256" text NOT NULL,
	"media_type" text NOT NULL,
	"length_bytes" integer NOT NULL,
	"width_px" integer NOT NULL,
	"height_px" integer NOT NULL,
	"taken_at" timestamp with time zone DEFAULT now() NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "photo_bytes" (
	"photo_id" uuid NOT NULL,
	"size" text NOT NULL,
	"media_type" text NOT NULL,
	"bytes" "bytea" NOT NULL,
	CONSTRAINT "photo_bytes_photo_id_size_pk" PRIMARY KEY("photo_id","size")
);
--> statement-breakpoint
CREATE TABLE "proof_test" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"job_id" uuid NOT NULL,
	"test" text NOT NULL,
	"values" jsonb NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "scan" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"job_id" uuid NOT NULL,
	"unit_id" uuid,
	"number" integer NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"source" text NOT NULL,
	"layout_id" text NOT NULL,
	"vehicle_vin" text,
	"battery_mv" integer,
	"units" jsonb NOT NULL,
	"unit_count" integer NOT NULL,
	"silent_count" integer NOT NULL,
	"fault_count" integer NOT NULL,
	"broken_off" text,
	"started_at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL,
	CONSTRAINT "scan_number" UNIQUE("job_id","number")
);
--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "reason" text DEFAULT 'failed-module' NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "route" text;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "route_reason" text;--> statement-breakpoint
ALTER TABLE "job_unit" ADD COLUMN "condition" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "arrival" ADD CONSTRAINT "arrival_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "authority" ADD CONSTRAINT "authority_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "authority" ADD CONSTRAINT "authority_photo_id_photo_id_fk" FOREIGN KEY ("photo_id") REFERENCES "public"."photo"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "authority" ADD CONSTRAINT "authority_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kit_item" ADD CONSTRAINT "kit_item_station_id_station_id_fk" FOREIGN KEY ("station_id") REFERENCES "public"."station"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kit_tick" ADD CONSTRAINT "kit_tick_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kit_tick" ADD CONSTRAINT "kit_tick_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo_bytes" ADD CONSTRAINT "photo_bytes_photo_id_photo_id_fk" FOREIGN KEY ("photo_id") REFERENCES "public"."photo"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "proof_test" ADD CONSTRAINT "proof_test_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "proof_test" ADD CONSTRAINT "proof_test_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "scan" ADD CONSTRAINT "scan_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "scan" ADD CONSTRAINT "scan_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "scan" ADD CONSTRAINT "scan_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "authority_job" ON "authority" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "photo_job" ON "photo" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "photo_unit" ON "photo" USING btree ("unit_id");--> statement-breakpoint
CREATE INDEX "proof_test_job" ON "proof_test" USING btree ("job_id","at");--> statement-breakpoint
CREATE INDEX "scan_job" ON "scan" USING btree ("job_id","ended_at");--> statement-breakpoint
CREATE INDEX "job_list" ON "job" USING btree (("closed_at" is not null),"promised_at","number" DESC NULLS LAST);--> statement-breakpoint
CREATE INDEX "job_vehicle" ON "job" USING btree ("vehicle_id");--> statement-breakpoint
CREATE INDEX "job_unit_unit" ON "job_unit" USING btree ("unit_id");--> statement-breakpoint
CREATE INDEX "vehicle_vin" ON "vehicle" USING btree ("vin");