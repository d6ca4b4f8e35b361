CREATE TABLE "finding_looks" (
	"person_id" uuid NOT NULL,
	"model_id" text NOT NULL,
	"seen" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"shown" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"before" timestamp with time zone,
	CONSTRAINT "finding_looks_person_id_model_id_pk" PRIMARY KEY("person_id","model_id")
);
--> statement-breakpoint
CREATE TABLE "finding_marks" (
	"person_id" uuid NOT NULL,
	"model_id" text NOT NULL,
	"finding" text NOT NULL,
	"mark" text NOT NULL,
	"title" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "finding_marks_person_id_model_id_finding_pk" PRIMARY KEY("person_id","model_id","finding")
);
--> statement-breakpoint
ALTER TABLE "finding_looks" ADD CONSTRAINT "finding_looks_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "finding_marks" ADD CONSTRAINT "finding_marks_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;