CREATE TABLE "room_accounts" (
	"address" text PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"linked_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "room_boards" (
	"room_id" uuid NOT NULL,
	"board_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"told_version" integer NOT NULL,
	CONSTRAINT "room_boards_room_id_board_id_pk" PRIMARY KEY("room_id","board_id")
);
--> statement-breakpoint
CREATE TABLE "room_links" (
	"person_id" uuid PRIMARY KEY NOT NULL,
	"address" text NOT NULL,
	"code_hash" text NOT NULL,
	"tries" integer DEFAULT 0 NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "room_seen" (
	"room_id" uuid NOT NULL,
	"address" text NOT NULL,
	"last_at" timestamp with time zone NOT NULL,
	"away_from" timestamp with time zone,
	CONSTRAINT "room_seen_room_id_address_pk" PRIMARY KEY("room_id","address")
);
--> statement-breakpoint
CREATE TABLE "room_turns" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"room_id" uuid NOT NULL,
	"thread" text NOT NULL,
	"person_id" uuid NOT NULL,
	"inquiry_id" uuid NOT NULL,
	"step_id" uuid NOT NULL,
	"asked" text NOT NULL,
	"said" text NOT NULL,
	"asked_id" text NOT NULL,
	"said_id" text,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "room_turn_once" UNIQUE("room_id","asked_id")
);
--> statement-breakpoint
CREATE TABLE "rooms" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"address" text NOT NULL,
	"model_id" text NOT NULL,
	"by" uuid,
	"created_at" timestamp with time zone NOT NULL,
	"withdrawn_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "room_accounts" ADD CONSTRAINT "room_accounts_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "room_boards" ADD CONSTRAINT "room_boards_room_id_rooms_id_fk" FOREIGN KEY ("room_id") REFERENCES "public"."rooms"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "room_boards" ADD CONSTRAINT "room_boards_board_id_boards_id_fk" FOREIGN KEY ("board_id") REFERENCES "public"."boards"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "room_boards" ADD CONSTRAINT "room_boards_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "room_links" ADD CONSTRAINT "room_links_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "room_seen" ADD CONSTRAINT "room_seen_room_id_rooms_id_fk" FOREIGN KEY ("room_id") REFERENCES "public"."rooms"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "room_turns" ADD CONSTRAINT "room_turns_room_id_rooms_id_fk" FOREIGN KEY ("room_id") REFERENCES "public"."rooms"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "room_turns" ADD CONSTRAINT "room_turns_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "room_turns" ADD CONSTRAINT "room_turns_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rooms" ADD CONSTRAINT "rooms_model_id_models_id_fk" FOREIGN KEY ("model_id") REFERENCES "public"."models"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rooms" ADD CONSTRAINT "rooms_by_people_id_fk" FOREIGN KEY ("by") REFERENCES "public"."people"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "room_turns_of" ON "room_turns" USING btree ("room_id","thread");