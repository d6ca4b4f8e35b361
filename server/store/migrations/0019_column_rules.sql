ALTER TABLE "loaded_tables" ADD COLUMN "rules" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "loaded_tables" ADD COLUMN "broken" jsonb DEFAULT '[]'::jsonb NOT NULL;