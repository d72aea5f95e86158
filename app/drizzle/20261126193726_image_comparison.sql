CREATE TABLE "image_comparison" (
	"first_sha256" text NOT NULL,
	"second_sha256" text NOT NULL,
	"comparison" jsonb NOT NULL,
	CONSTRAINT "image_comparison_first_sha256_second_sha256_pk" PRIMARY KEY("first_sha256","second_sha256")
);
--> statement-breakpoint
ALTER TABLE "image_comparison" ADD CONSTRAINT "image_comparison_first_sha256_image_sha256_fk" FOREIGN KEY ("first_sha256") REFERENCES "public"."image"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "image_comparison" ADD CONSTRAINT "image_comparison_second_sha256_image_sha256_fk" FOREIGN KEY ("second_sha256") REFERENCES "public"."image"("sha256") ON DELETE no action ON UPDATE no action;