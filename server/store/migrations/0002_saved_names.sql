CREATE TABLE "inquiry_shares" (
	"inquiry_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"right" text NOT NULL,
	CONSTRAINT "inquiry_shares_inquiry_id_person_id_pk" PRIMARY KEY("inquiry_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "saved_names" (
	"id" text PRIMARY KEY NOT NULL,
	"model_id" text NOT NULL,
	"by" uuid NOT NULL,
	"what" jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"withdrawn_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "inquiry_shares" ADD CONSTRAINT "inquiry_shares_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "inquiry_shares" ADD CONSTRAINT "inquiry_shares_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "saved_names" ADD CONSTRAINT "saved_names_model_id_models_id_fk" FOREIGN KEY ("model_id") REFERENCES "public"."models"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "saved_names" ADD CONSTRAINT "saved_names_by_people_id_fk" FOREIGN KEY ("by") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;