CREATE TABLE "reads_judgement" (
	"key" text PRIMARY KEY NOT NULL,
	"summary" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT shop_now() NOT NULL
);
