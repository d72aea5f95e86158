ALTER TABLE "person" ADD COLUMN "account" text;--> statement-breakpoint
UPDATE "person" SET "account" = "name";--> statement-breakpoint
ALTER TABLE "person" ALTER COLUMN "account" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "person" ADD CONSTRAINT "person_account_unique" UNIQUE("account");
