-- The clock of the house: the machine's own, unless a connection says otherwise (tests, and the demo at another hour).
create function house_now() returns timestamptz language sql stable as $$
  select case
    when coalesce(current_setting('badger.fixed_ms', true), '') <> ''
      then to_timestamp(current_setting('badger.fixed_ms', true)::double precision / 1000)
    else now() + coalesce(nullif(current_setting('badger.shift_ms', true), ''), '0')::double precision
      * interval '1 millisecond'
  end
$$;
--> statement-breakpoint
ALTER TABLE "authority" ALTER COLUMN "at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "kit_item" ALTER COLUMN "created_at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "kit_tick" ALTER COLUMN "at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "photo" ALTER COLUMN "taken_at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "customer" ALTER COLUMN "created_at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "family_profile" ALTER COLUMN "loaded_at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "job" ALTER COLUMN "created_at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "job_event" ALTER COLUMN "at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "unit" ALTER COLUMN "created_at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "vehicle" ALTER COLUMN "created_at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "person" ALTER COLUMN "created_at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "session" ALTER COLUMN "created_at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "sign_in_attempt" ALTER COLUMN "at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "offer" ALTER COLUMN "at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "parts_answer" ALTER COLUMN "fetched_at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "plan_mark" ALTER COLUMN "changed_at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "quote" ALTER COLUMN "at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "way_choice" ALTER COLUMN "at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "clone_image" ALTER COLUMN "built_at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "image" ALTER COLUMN "created_at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "kept_read" ALTER COLUMN "taken_at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "operation" ALTER COLUMN "queued_at" SET DEFAULT house_now();--> statement-breakpoint
ALTER TABLE "proof_test" ALTER COLUMN "at" SET DEFAULT house_now();