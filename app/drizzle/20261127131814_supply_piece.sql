CREATE TABLE "supply_piece" (
	"id" uuid PRIMARY KEY NOT NULL,
	"station_id" text NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone NOT NULL,
	"limit_ma" integer,
	"points" "bytea" NOT NULL,
	"marks" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "supply_piece" ADD CONSTRAINT "supply_piece_station_id_station_id_fk" FOREIGN KEY ("station_id") REFERENCES "public"."station"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "supply_piece_time" ON "supply_piece" USING btree ("station_id","ended_at");