ALTER TYPE "public"."part_kind" ADD VALUE 'blade' BEFORE 'relay';--> statement-breakpoint
ALTER TYPE "public"."part_kind" ADD VALUE 'kit' BEFORE 'cap';--> statement-breakpoint
ALTER TYPE "public"."part_kind" ADD VALUE 'hosekit' BEFORE 'tank';--> statement-breakpoint
ALTER TYPE "public"."subject_kind" ADD VALUE 'blade' BEFORE 'relay';--> statement-breakpoint
ALTER TYPE "public"."subject_kind" ADD VALUE 'kit' BEFORE 'cap';--> statement-breakpoint
ALTER TYPE "public"."subject_kind" ADD VALUE 'hosekit' BEFORE 'tank';--> statement-breakpoint
ALTER TABLE "box_item" ADD COLUMN "from_old" boolean DEFAULT false NOT NULL;