ALTER TABLE "steps" ADD COLUMN "name" text;--> statement-breakpoint
ALTER TABLE "steps" ADD COLUMN "starred" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "steps" ADD COLUMN "folded" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "steps" ADD COLUMN "deleted_at" timestamp with time zone;