ALTER TABLE "part_revision" DROP CONSTRAINT "part_release";--> statement-breakpoint
ALTER TABLE "procedure_revision" DROP CONSTRAINT "procedure_release";--> statement-breakpoint
ALTER TABLE "access_map_revision" DROP CONSTRAINT "access_map_release";--> statement-breakpoint
ALTER TABLE "proposal" DROP CONSTRAINT "proposal_release";--> statement-breakpoint
ALTER TABLE "configuration" ADD COLUMN "told" text;--> statement-breakpoint
ALTER TABLE "configuration" ADD COLUMN "told_by" integer;--> statement-breakpoint
ALTER TABLE "configuration" ADD COLUMN "sent_back_for" text;--> statement-breakpoint
ALTER TABLE "part_revision" ADD COLUMN "alone" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "procedure_revision" ADD COLUMN "alone" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "access_map_revision" ADD COLUMN "alone" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "proposal" ADD COLUMN "alone" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "configuration" ADD CONSTRAINT "configuration_told_by_person_id_fk" FOREIGN KEY ("told_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_revision" ADD CONSTRAINT "part_release" CHECK (("part_revision"."state" = 'released') = ("part_revision"."released_by" is not null and "part_revision"."released_at" is not null) and ("part_revision"."released_by" is null or "part_revision"."alone" = ("part_revision"."released_by" = any("part_revision"."writers"))));--> statement-breakpoint
ALTER TABLE "procedure_revision" ADD CONSTRAINT "procedure_release" CHECK (("procedure_revision"."state" = 'released') = ("procedure_revision"."released_by" is not null and "procedure_revision"."released_at" is not null) and ("procedure_revision"."released_by" is null or "procedure_revision"."alone" = ("procedure_revision"."released_by" = any("procedure_revision"."writers"))));--> statement-breakpoint
ALTER TABLE "access_map_revision" ADD CONSTRAINT "access_map_release" CHECK (("access_map_revision"."state" = 'released') = ("access_map_revision"."released_by" is not null and "access_map_revision"."released_at" is not null) and ("access_map_revision"."released_by" is null or "access_map_revision"."alone" = ("access_map_revision"."released_by" = any("access_map_revision"."writers"))));--> statement-breakpoint
ALTER TABLE "proposal" ADD CONSTRAINT "proposal_release" CHECK (("proposal"."state" = 'released') = ("proposal"."released_by" is not null and "proposal"."released_at" is not null) and ("proposal"."released_by" is null or "proposal"."alone" = ("proposal"."released_by" = "proposal"."person_id")));