ALTER TABLE "loaded_tables" ADD COLUMN "owner_id" uuid;--> statement-breakpoint
ALTER TABLE "models" ADD COLUMN "owner_id" uuid;--> statement-breakpoint
ALTER TABLE "models" ADD COLUMN "shared_with" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "loaded_tables" ADD CONSTRAINT "loaded_tables_owner_id_people_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "models" ADD CONSTRAINT "models_owner_id_people_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;