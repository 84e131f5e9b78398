ALTER TABLE "sighting" ALTER COLUMN "part_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "sighting" ADD COLUMN "kind" text;--> statement-breakpoint
ALTER TABLE "sighting" ADD CONSTRAINT "sighting_of_one" CHECK (("sighting"."part_id" is null) = ("sighting"."kind" is not null));