ALTER TYPE "public"."part_kind" ADD VALUE 'adapter';--> statement-breakpoint
ALTER TYPE "public"."part_kind" ADD VALUE 'fixings';--> statement-breakpoint
ALTER TYPE "public"."subject_kind" ADD VALUE 'adapter';--> statement-breakpoint
ALTER TYPE "public"."subject_kind" ADD VALUE 'fixings';