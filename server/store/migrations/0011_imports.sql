CREATE TABLE "imports" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"person_id" uuid NOT NULL,
	"filename" text NOT NULL,
	"bytes" bigint NOT NULL,
	"hash" text NOT NULL,
	"state" text DEFAULT 'reading' NOT NULL,
	"problem" text,
	"sheet" text,
	"choices" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"proof" jsonb,
	"table_name" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "recipes" (
	"table_name" text PRIMARY KEY NOT NULL,
	"layout" text NOT NULL,
	"hash" text NOT NULL,
	"fingerprint" text NOT NULL,
	"sheet" text,
	"choices" jsonb NOT NULL,
	"person_id" uuid,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "secrets" (
	"name" text PRIMARY KEY NOT NULL,
	"value" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "imports" ADD CONSTRAINT "imports_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "recipes" ADD CONSTRAINT "recipes_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE set null ON UPDATE no action;