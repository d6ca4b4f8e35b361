CREATE TABLE "table_loads" (
	"table_name" text NOT NULL,
	"version" integer NOT NULL,
	"how" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"person_id" uuid,
	"file" text,
	"hash" text,
	"rows" bigint NOT NULL,
	"added" bigint,
	"removed" bigint,
	"back_to" integer,
	"columns" jsonb NOT NULL,
	"parted_by" text,
	"parts" jsonb,
	"kept_as" text,
	CONSTRAINT "table_loads_table_name_version_pk" PRIMARY KEY("table_name","version")
);
--> statement-breakpoint
ALTER TABLE "table_loads" ADD CONSTRAINT "table_loads_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE set null ON UPDATE no action;