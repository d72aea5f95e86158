CREATE TABLE "connection" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"number" bigint GENERATED ALWAYS AS IDENTITY (sequence name "connection_number_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"job_id" uuid NOT NULL,
	"unit_id" uuid NOT NULL,
	"station_id" text NOT NULL,
	"access_key" text NOT NULL,
	"profile_version" bigint NOT NULL,
	"lead_id" uuid,
	"adapter_id" uuid,
	"marking" text NOT NULL,
	"at" timestamp with time zone DEFAULT shop_now() NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "connection_reading" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"number" bigint GENERATED ALWAYS AS IDENTITY (sequence name "connection_reading_number_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"connection_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"wire_key" text,
	"mohm" double precision NOT NULL,
	"source" text NOT NULL,
	"at" timestamp with time zone DEFAULT shop_now() NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "connection_tick" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"number" bigint GENERATED ALWAYS AS IDENTITY (sequence name "connection_tick_number_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"connection_id" uuid NOT NULL,
	"wire_key" text NOT NULL,
	"on" boolean NOT NULL,
	"at" timestamp with time zone DEFAULT shop_now() NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
ALTER TABLE "kit_item" ADD COLUMN "length_mm" integer;--> statement-breakpoint
ALTER TABLE "kit_item" ADD COLUMN "area_um2" integer;--> statement-breakpoint
ALTER TABLE "kit_item" ADD COLUMN "contact_mohm" integer;--> statement-breakpoint
ALTER TABLE "kit_item" ADD COLUMN "terminator_ohm" integer;--> statement-breakpoint
ALTER TABLE "kit_item" ADD COLUMN "draw_ma" integer;--> statement-breakpoint
ALTER TABLE "kit_item" ADD COLUMN "port" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "kit_item" ADD COLUMN "wires" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "connection" ADD CONSTRAINT "connection_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "connection" ADD CONSTRAINT "connection_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "connection" ADD CONSTRAINT "connection_station_id_station_id_fk" FOREIGN KEY ("station_id") REFERENCES "public"."station"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "connection" ADD CONSTRAINT "connection_lead_id_kit_item_id_fk" FOREIGN KEY ("lead_id") REFERENCES "public"."kit_item"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "connection" ADD CONSTRAINT "connection_adapter_id_kit_item_id_fk" FOREIGN KEY ("adapter_id") REFERENCES "public"."kit_item"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "connection" ADD CONSTRAINT "connection_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "connection_reading" ADD CONSTRAINT "connection_reading_connection_id_connection_id_fk" FOREIGN KEY ("connection_id") REFERENCES "public"."connection"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "connection_reading" ADD CONSTRAINT "connection_reading_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "connection_tick" ADD CONSTRAINT "connection_tick_connection_id_connection_id_fk" FOREIGN KEY ("connection_id") REFERENCES "public"."connection"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "connection_tick" ADD CONSTRAINT "connection_tick_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "connection_job" ON "connection" USING btree ("job_id","number");--> statement-breakpoint
CREATE INDEX "connection_station" ON "connection" USING btree ("station_id","number");--> statement-breakpoint
CREATE INDEX "connection_reading_of" ON "connection_reading" USING btree ("connection_id","number");--> statement-breakpoint
CREATE INDEX "connection_tick_of" ON "connection_tick" USING btree ("connection_id","number");