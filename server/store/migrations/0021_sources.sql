CREATE TABLE "table_sources" (
	"table_name" text PRIMARY KEY NOT NULL,
	"address" text NOT NULL,
	"person_id" uuid,
	"mode" text NOT NULL,
	"look" jsonb,
	"next_at" timestamp with time zone,
	"etag" text,
	"modified" text,
	"hash" text NOT NULL,
	"seen" jsonb NOT NULL,
	"looked_at" timestamp with time zone NOT NULL,
	"came_at" timestamp with time zone NOT NULL,
	"fault" text
);
--> statement-breakpoint
ALTER TABLE "imports" ADD COLUMN "address" text;--> statement-breakpoint
ALTER TABLE "imports" ADD COLUMN "etag" text;--> statement-breakpoint
ALTER TABLE "imports" ADD COLUMN "modified" text;--> statement-breakpoint
ALTER TABLE "table_sources" ADD CONSTRAINT "table_sources_table_name_loaded_tables_name_fk" FOREIGN KEY ("table_name") REFERENCES "public"."loaded_tables"("name") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "table_sources" ADD CONSTRAINT "table_sources_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE set null ON UPDATE no action;