DROP TABLE "comparison" CASCADE;--> statement-breakpoint
DROP TABLE "job_figure" CASCADE;--> statement-breakpoint
DROP TYPE "public"."method";
--> statement-breakpoint
DROP FUNCTION IF EXISTS record_history() CASCADE;
