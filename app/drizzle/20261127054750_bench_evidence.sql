CREATE TABLE "bench_evidence" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"number" bigint GENERATED ALWAYS AS IDENTITY (sequence name "bench_evidence_number_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"job_id" uuid NOT NULL,
	"unit_id" uuid NOT NULL,
	"role" text NOT NULL,
	"station_id" text NOT NULL,
	"access_key" text NOT NULL,
	"operation_id" uuid,
	"evidence" jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT shop_now() NOT NULL,
	"person_id" uuid NOT NULL,
	CONSTRAINT "bench_evidence_operationId_unique" UNIQUE("operation_id")
);
--> statement-breakpoint
CREATE TABLE "cause_finding" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"number" bigint GENERATED ALWAYS AS IDENTITY (sequence name "cause_finding_number_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"evidence_id" uuid NOT NULL,
	"cause" text NOT NULL,
	"outcome" text NOT NULL,
	"at" timestamp with time zone DEFAULT shop_now() NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
ALTER TABLE "station" ADD COLUMN "sense_port" integer;--> statement-breakpoint
ALTER TABLE "operation" ADD COLUMN "versions" jsonb;--> statement-breakpoint
ALTER TABLE "bench_evidence" ADD CONSTRAINT "bench_evidence_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bench_evidence" ADD CONSTRAINT "bench_evidence_unit_id_unit_id_fk" FOREIGN KEY ("unit_id") REFERENCES "public"."unit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bench_evidence" ADD CONSTRAINT "bench_evidence_station_id_station_id_fk" FOREIGN KEY ("station_id") REFERENCES "public"."station"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bench_evidence" ADD CONSTRAINT "bench_evidence_operation_id_operation_id_fk" FOREIGN KEY ("operation_id") REFERENCES "public"."operation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bench_evidence" ADD CONSTRAINT "bench_evidence_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cause_finding" ADD CONSTRAINT "cause_finding_evidence_id_bench_evidence_id_fk" FOREIGN KEY ("evidence_id") REFERENCES "public"."bench_evidence"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cause_finding" ADD CONSTRAINT "cause_finding_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "bench_evidence_job" ON "bench_evidence" USING btree ("job_id","number");--> statement-breakpoint
CREATE INDEX "cause_finding_of" ON "cause_finding" USING btree ("evidence_id","number");