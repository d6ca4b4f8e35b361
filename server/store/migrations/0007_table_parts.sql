ALTER TABLE "loaded_tables" ADD COLUMN "parted_by" text;--> statement-breakpoint
ALTER TABLE "loaded_tables" ADD COLUMN "parts" jsonb;