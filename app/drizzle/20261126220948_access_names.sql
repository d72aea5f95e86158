-- A way in is called an access everywhere. What was kept stays as it is, the append-only rows too.
ALTER TABLE "way_choice" RENAME TO "access_choice";--> statement-breakpoint
ALTER TABLE "job" RENAME COLUMN "route" TO "access_kind";--> statement-breakpoint
ALTER TABLE "job" RENAME COLUMN "route_reason" TO "access_reason";--> statement-breakpoint
ALTER TABLE "access_choice" RENAME COLUMN "way_id" TO "access_key";--> statement-breakpoint
ALTER TABLE "access_choice" DROP CONSTRAINT "way_choice_job_id_job_id_fk";
--> statement-breakpoint
ALTER TABLE "access_choice" DROP CONSTRAINT "way_choice_person_id_person_id_fk";
--> statement-breakpoint
DROP INDEX "way_choice_job";--> statement-breakpoint
ALTER TABLE "access_choice" ADD CONSTRAINT "access_choice_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "access_choice" ADD CONSTRAINT "access_choice_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "access_choice_job" ON "access_choice" USING btree ("job_id");--> statement-breakpoint
ALTER TABLE "access_choice" RENAME CONSTRAINT "way_choice_pkey" TO "access_choice_pkey";--> statement-breakpoint
ALTER TRIGGER "way_choice_kept" ON "access_choice" RENAME TO "access_choice_kept";--> statement-breakpoint
ALTER TRIGGER "way_choice_whole" ON "access_choice" RENAME TO "access_choice_whole";
