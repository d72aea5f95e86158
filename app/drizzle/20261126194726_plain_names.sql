-- Columns and the clock take the plain names of the trade. What was kept stays as it is; only the word in front of a plan's
-- method changes, so the guard of append-only rows is lifted for that one statement.
ALTER FUNCTION house_now() RENAME TO shop_now;--> statement-breakpoint
ALTER TABLE clone_image DISABLE TRIGGER USER;--> statement-breakpoint
UPDATE clone_image SET plan = (plan - 'school') || jsonb_build_object('method', plan->'school') WHERE plan ? 'school';--> statement-breakpoint
ALTER TABLE clone_image ENABLE TRIGGER USER;--> statement-breakpoint
ALTER TABLE "way_choice" RENAME COLUMN "school" TO "clone_method";--> statement-breakpoint
ALTER TABLE "operation" RENAME COLUMN "touched_at" TO "may_have_changed_at";--> statement-breakpoint
ALTER TABLE "authority" ALTER COLUMN "at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "kit_item" ALTER COLUMN "created_at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "kit_tick" ALTER COLUMN "at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "photo" ALTER COLUMN "taken_at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "customer" ALTER COLUMN "created_at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "family_profile" ALTER COLUMN "loaded_at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "job" ALTER COLUMN "created_at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "job_event" ALTER COLUMN "at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "unit" ALTER COLUMN "created_at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "vehicle" ALTER COLUMN "created_at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "person" ALTER COLUMN "created_at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "session" ALTER COLUMN "created_at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "sign_in_attempt" ALTER COLUMN "at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "offer" ALTER COLUMN "at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "parts_answer" ALTER COLUMN "fetched_at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "plan_mark" ALTER COLUMN "changed_at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "quote" ALTER COLUMN "at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "way_choice" ALTER COLUMN "at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "clone_image" ALTER COLUMN "built_at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "image" ALTER COLUMN "created_at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "kept_read" ALTER COLUMN "taken_at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "operation" ALTER COLUMN "queued_at" SET DEFAULT shop_now();--> statement-breakpoint
ALTER TABLE "proof_test" ALTER COLUMN "at" SET DEFAULT shop_now();