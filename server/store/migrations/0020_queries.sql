CREATE TABLE "query_runs" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "query_runs_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"sql" text NOT NULL,
	"rows" integer,
	"ms" integer,
	"fault" text
);
--> statement-breakpoint
ALTER TABLE "loaded_tables" ADD COLUMN "derived" jsonb;--> statement-breakpoint
ALTER TABLE "query_runs" ADD CONSTRAINT "query_runs_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "query_runs_of" ON "query_runs" USING btree ("person_id","id");