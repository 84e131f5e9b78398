ALTER TABLE "job" ADD COLUMN "look_again" text;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "look_again_at" timestamp with time zone;