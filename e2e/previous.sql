-- A house as the version before kept it (schema to migration 0007), with a little of everything. Loaded by upgrade.spec.ts.
CREATE SCHEMA drizzle;
CREATE FUNCTION public.entries_are_append_only() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
BEGIN
  RAISE EXCEPTION 'the book is append-only' USING ERRCODE = 'restrict_violation';
END;
$$;
CREATE TABLE drizzle.__drizzle_migrations (
    id integer NOT NULL,
    hash text NOT NULL,
    created_at bigint
);
CREATE SEQUENCE drizzle.__drizzle_migrations_id_seq
    AS integer
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1;
ALTER SEQUENCE drizzle.__drizzle_migrations_id_seq OWNED BY drizzle.__drizzle_migrations.id;
CREATE TABLE public.changes (
    entry_id uuid NOT NULL,
    subject_id uuid NOT NULL,
    happened_at timestamp(3) with time zone NOT NULL,
    source_id uuid NOT NULL,
    change_l double precision NOT NULL,
    change_fraction double precision NOT NULL,
    how text NOT NULL,
    water jsonb NOT NULL,
    advice text,
    struck boolean DEFAULT false NOT NULL
);
CREATE TABLE public.device_buckets (
    device_id text NOT NULL,
    parameter text NOT NULL,
    grain_minutes integer NOT NULL,
    starts_at timestamp(3) with time zone NOT NULL,
    lo double precision NOT NULL,
    hi double precision NOT NULL,
    sum_value double precision NOT NULL,
    samples_count integer NOT NULL
);
CREATE TABLE public.entries (
    id uuid NOT NULL,
    sequence bigint NOT NULL,
    kind text NOT NULL,
    kind_version integer NOT NULL,
    subject_id uuid NOT NULL,
    happened_at timestamp(3) with time zone NOT NULL,
    zone text NOT NULL,
    night_on date NOT NULL,
    written_at timestamp(3) with time zone NOT NULL,
    written_by text NOT NULL,
    payload jsonb NOT NULL,
    payload_hash text NOT NULL
);
ALTER TABLE public.entries ALTER COLUMN sequence ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.entries_sequence_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.house (
    id integer NOT NULL,
    name text NOT NULL,
    demo boolean NOT NULL,
    clock_offset_ms bigint NOT NULL,
    frozen_at_epoch_ms bigint,
    derived_version integer DEFAULT 1 NOT NULL
);
CREATE TABLE public.house_zones (
    from_on date NOT NULL,
    zone text NOT NULL
);
CREATE TABLE public.photos (
    photo_hash text NOT NULL,
    width_px integer NOT NULL,
    height_px integer NOT NULL,
    bytes bytea NOT NULL,
    small_bytes bytea NOT NULL,
    made_at timestamp(3) with time zone NOT NULL
);
CREATE TABLE public.preferences (
    person_id text NOT NULL,
    choices jsonb NOT NULL
);
CREATE TABLE public.readings (
    entry_id uuid NOT NULL,
    parameter text NOT NULL,
    subject_id uuid NOT NULL,
    happened_at timestamp(3) with time zone NOT NULL,
    lo double precision,
    hi double precision,
    text text NOT NULL,
    entered_unit text NOT NULL,
    basis text,
    pen_factor double precision,
    kit_name text,
    kit_version integer,
    context text NOT NULL,
    insisted boolean NOT NULL,
    struck boolean DEFAULT false NOT NULL,
    CONSTRAINT readings_ends CHECK ((((lo IS NOT NULL) OR (hi IS NOT NULL)) AND ((lo IS NULL) OR (hi IS NULL) OR (lo <= hi))))
);
CREATE TABLE public.source_setups (
    entry_id uuid NOT NULL,
    subject_id uuid NOT NULL,
    from_at timestamp(3) with time zone NOT NULL,
    payload jsonb NOT NULL,
    struck boolean DEFAULT false NOT NULL
);
CREATE TABLE public.strikes (
    entry_id uuid NOT NULL,
    struck_entry_id uuid NOT NULL,
    parameter text,
    reason text NOT NULL,
    subject_id uuid NOT NULL
);
CREATE TABLE public.subjects (
    id uuid NOT NULL,
    kind text NOT NULL,
    name text NOT NULL,
    started_on date NOT NULL,
    state jsonb DEFAULT '{}'::jsonb NOT NULL,
    newest jsonb DEFAULT '{}'::jsonb NOT NULL
);
CREATE TABLE public.tank_setups (
    entry_id uuid NOT NULL,
    subject_id uuid NOT NULL,
    from_at timestamp(3) with time zone NOT NULL,
    net_volume_l double precision NOT NULL,
    payload jsonb NOT NULL,
    struck boolean DEFAULT false NOT NULL
);
ALTER TABLE ONLY drizzle.__drizzle_migrations ALTER COLUMN id SET DEFAULT nextval('drizzle.__drizzle_migrations_id_seq'::regclass);
INSERT INTO drizzle.__drizzle_migrations VALUES (1, 'f6c7f11d45060313ca2b7bff64ebe2ab2974e7fe956f4026fea45ee3ffe8ee01', 1795466211561);
INSERT INTO drizzle.__drizzle_migrations VALUES (2, 'd360999c598bb5fe29932b961def1aa217a149ef90b5b24c661023c9eb2987db', 1795466212967);
INSERT INTO drizzle.__drizzle_migrations VALUES (3, '5de7a028e1e1928f28447ff95f83f81ddef280175fbb81e30b0b2fbf3843112d', 1795471632106);
INSERT INTO drizzle.__drizzle_migrations VALUES (4, 'beb303d799d06232405b0b7ba01b65939a9d3092278cf775d4c3f99754d8aaaa', 1795487661854);
INSERT INTO drizzle.__drizzle_migrations VALUES (5, '41c201245a45cc997dd0ab6d2736c04048c27620ff85d233923586b17d7fa0d9', 1795492437846);
INSERT INTO drizzle.__drizzle_migrations VALUES (6, '94bd77deb89cef7f7ceb6c744b77bf59e1b31af0961b7f7cb9544822e2f8bbb5', 1795495397024);
INSERT INTO drizzle.__drizzle_migrations VALUES (7, 'b61bc8e7688e7e22864f30e7905178255578a4601e69bdf927943692225206c1', 1795644028804);
INSERT INTO drizzle.__drizzle_migrations VALUES (8, 'bc1751a1c130f3f04c776c288caa5fe9bb8b8cc4af8a537d1fe22ad59201ff86', 1795821936963);
INSERT INTO public.changes VALUES ('01a22249-d6e1-7007-aaa3-5bdf7794d277', '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-02 20:00:00+00', '01a22249-d674-7424-9b99-61f371a664a1', 12, 0.2, 'poured', '{"khDegrees": 4, "no3MgPerL": 5}', NULL, false);
INSERT INTO public.changes VALUES ('01a22249-d703-779e-aa95-28d755735e5a', '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-16 20:00:00+00', '01a22249-d674-7424-9b99-61f371a664a1', 12, 0.2, 'poured', '{"khDegrees": 4, "no3MgPerL": 5}', NULL, false);
INSERT INTO public.changes VALUES ('01a22249-d721-7418-8d86-bf3c77cd0fb6', '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-30 20:00:00+00', '01a22249-d674-7424-9b99-61f371a664a1', 12, 0.2, 'poured', '{"khDegrees": 4, "no3MgPerL": 5}', NULL, false);
INSERT INTO public.changes VALUES ('01a22249-d739-71be-8391-2715395158b1', '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-14 20:00:00+00', '01a22249-d674-7424-9b99-61f371a664a1', 12, 0.2, 'poured', '{"khDegrees": 4, "no3MgPerL": 5}', NULL, false);
INSERT INTO public.changes VALUES ('01a22249-d74f-7732-9e20-dcbcf46ab8f5', '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-28 20:00:00+00', '01a22249-d674-7424-9b99-61f371a664a1', 12, 0.2, 'poured', '{"khDegrees": 4, "no3MgPerL": 5}', NULL, false);
INSERT INTO public.changes VALUES ('01a22249-d767-7292-92ea-c0e3722e9913', '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-11 20:00:00+00', '01a22249-d674-7424-9b99-61f371a664a1', 12, 0.2, 'poured', '{"khDegrees": 4, "no3MgPerL": 5}', NULL, false);
INSERT INTO public.changes VALUES ('01a22249-d77d-7783-b7a3-a8dae0417523', '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-25 20:00:00+00', '01a22249-d674-7424-9b99-61f371a664a1', 12, 0.2, 'poured', '{"khDegrees": 4, "no3MgPerL": 5}', NULL, false);
INSERT INTO public.changes VALUES ('01a22249-d794-7657-b3e0-42ca5872e8a6', '01a22249-d674-7424-9b99-58991ce343b0', '2026-02-08 20:00:00+00', '01a22249-d674-7424-9b99-61f371a664a1', 12, 0.2, 'poured', '{"khDegrees": 4, "no3MgPerL": 5}', NULL, false);
INSERT INTO public.changes VALUES ('01a22249-d7a8-7761-a4fa-9457a00b562d', '01a22249-d674-7424-9b99-58991ce343b0', '2026-02-22 20:00:00+00', '01a22249-d674-7424-9b99-61f371a664a1', 12, 0.2, 'poured', '{"khDegrees": 4, "no3MgPerL": 5}', NULL, false);
INSERT INTO public.changes VALUES ('01a22249-d7c0-71b3-aa03-d240078cee58', '01a22249-d674-7424-9b99-58991ce343b0', '2026-03-08 20:00:00+00', '01a22249-d674-7424-9b99-61f371a664a1', 12, 0.2, 'poured', '{"khDegrees": 4, "no3MgPerL": 5}', NULL, false);
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d675-73c1-bf8b-fc014128f9f5', 1, 'source', 1, '01a22249-d674-7424-9b99-61f371a664a1', '2025-05-18 20:00:00+00', 'UTC', '2025-05-18', '2026-11-28 13:13:14.131+00', 'keeper', '{"name": "Tap, aged", "state": "tap-aged", "chlorine": "none", "startedOn": "2025-01-01"}', '824a8bde56f86820dc97d9e27730b013d6c28f3d20f8bf463ba5baaeae759aed');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d6ae-7076-9ccc-f37de26bc8cd', 2, 'set-up', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2025-06-07 20:00:00+00', 'UTC', '2025-06-07', '2026-11-28 13:13:14.163+00', 'keeper', '{"name": "Library", "bearing": "usual", "purpose": "display", "startedOn": "2025-01-02", "practiceId": "neocaridina-wide", "roundOrder": 1, "measuredFillL": 60}', 'a74721f3d4e2606026fd9159c5aa4a2ce6f2c05b43b85d6b847f30030a97d655');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d6c0-77d5-acf1-a00620454f65', 3, 'set-up', 1, '01a22249-d674-7424-9b99-5edd33545b88', '2025-06-07 20:00:00+00', 'UTC', '2025-06-07', '2026-11-28 13:13:14.178+00', 'keeper', '{"name": "Porch", "bearing": "usual", "purpose": "display", "startedOn": "2025-01-02", "practiceId": "neocaridina-wide", "roundOrder": 1, "measuredFillL": 60}', 'cd945cd520f2a15e7fafb562dbd4933b140f1fb3694fd20051623208c19faf4f');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d6ca-734c-8a72-782d3db80804', 4, 'readings', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2025-10-25 20:00:00+00', 'UTC', '2025-10-25', '2026-11-28 13:13:14.188+00', 'keeper', '{"values": [{"hi": 7.2, "lo": 7, "text": "7", "parameter": "ph", "enteredUnit": ""}, {"hi": 22, "lo": 20, "text": "20", "parameter": "no3MgPerL", "enteredUnit": ""}, {"hi": 4, "lo": 4, "text": "4", "parameter": "khDegrees", "enteredUnit": ""}], "context": "routine"}', '276480f406860ce5726d7e6a02526f49a54d451e1554dec630d1bf82199f1ad6');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d6d5-7614-b017-fffcf3eb0a8b', 5, 'readings', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-01 20:00:00+00', 'UTC', '2025-11-01', '2026-11-28 13:13:14.2+00', 'keeper', '{"values": [{"hi": 7.2, "lo": 7, "text": "7", "parameter": "ph", "enteredUnit": ""}, {"hi": 21.5, "lo": 19.5, "text": "19.5", "parameter": "no3MgPerL", "enteredUnit": ""}, {"hi": 4, "lo": 4, "text": "4", "parameter": "khDegrees", "enteredUnit": ""}], "context": "routine"}', '1a003b643e832fb6b10662c456898d6482f5d8eaa532e7b3c197e26277cc4409');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d6e1-7007-aaa3-5bdf7794d277', 6, 'change', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-02 20:00:00+00', 'UTC', '2025-11-02', '2026-11-28 13:13:14.211+00', 'keeper', '{"how": "poured", "water": {"khDegrees": 4, "no3MgPerL": 5}, "entered": {"by": "litres", "changeL": 12}, "sourceId": "01a22249-d674-7424-9b99-61f371a664a1"}', '656f1ebee6af684f051102d2b77c8b937e954046c8d157b47bafc5184bb37c22');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d6ed-779c-8074-26d827d02a9d', 7, 'readings', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-08 20:00:00+00', 'UTC', '2025-11-08', '2026-11-28 13:13:14.229+00', 'keeper', '{"values": [{"hi": 7.2, "lo": 7, "text": "7", "parameter": "ph", "enteredUnit": ""}, {"hi": 21, "lo": 19, "text": "19", "parameter": "no3MgPerL", "enteredUnit": ""}, {"hi": 4, "lo": 4, "text": "4", "parameter": "khDegrees", "enteredUnit": ""}], "context": "routine"}', 'c703e2b6a601ca58658690d485a748b4832c12af0b8edbaf7f9025ec61b620bb');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d6fb-7563-a464-10698e20d5ca', 8, 'readings', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-15 20:00:00+00', 'UTC', '2025-11-15', '2026-11-28 13:13:14.237+00', 'keeper', '{"values": [{"hi": 7.2, "lo": 7, "text": "7", "parameter": "ph", "enteredUnit": ""}, {"hi": 20.5, "lo": 18.5, "text": "18.5", "parameter": "no3MgPerL", "enteredUnit": ""}, {"hi": 4, "lo": 4, "text": "4", "parameter": "khDegrees", "enteredUnit": ""}], "context": "routine"}', '7718bf683033f824811d222d47b22b9bcdff4c09b047fde7544112b448a4e744');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d703-779e-aa95-28d755735e5a', 9, 'change', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-16 20:00:00+00', 'UTC', '2025-11-16', '2026-11-28 13:13:14.245+00', 'keeper', '{"how": "poured", "water": {"khDegrees": 4, "no3MgPerL": 5}, "entered": {"by": "litres", "changeL": 12}, "sourceId": "01a22249-d674-7424-9b99-61f371a664a1"}', '1932bc869832caad09475501eeae0379eaecb98145dd52892d044f44a69e7c32');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d710-74e5-9c9c-1d9533367513', 10, 'readings', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-22 20:00:00+00', 'UTC', '2025-11-22', '2026-11-28 13:13:14.259+00', 'keeper', '{"values": [{"hi": 7.2, "lo": 7, "text": "7", "parameter": "ph", "enteredUnit": ""}, {"hi": 20, "lo": 18, "text": "18", "parameter": "no3MgPerL", "enteredUnit": ""}, {"hi": 4, "lo": 4, "text": "4", "parameter": "khDegrees", "enteredUnit": ""}], "context": "routine"}', 'ac68b0fcb454885bf62d20db61687820d8cb3e2c0a953a357a3714bb7760e8f7');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d71a-70f7-9d42-fda0030841ca', 11, 'readings', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-29 20:00:00+00', 'UTC', '2025-11-29', '2026-11-28 13:13:14.268+00', 'keeper', '{"values": [{"hi": 7.2, "lo": 7, "text": "7", "parameter": "ph", "enteredUnit": ""}, {"hi": 19.5, "lo": 17.5, "text": "17.5", "parameter": "no3MgPerL", "enteredUnit": ""}, {"hi": 4, "lo": 4, "text": "4", "parameter": "khDegrees", "enteredUnit": ""}], "context": "routine"}', '1e13221662be25aab7888f071ba77fa7ee5558d0ae9bf982f163332eb58e9091');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d721-7418-8d86-bf3c77cd0fb6', 12, 'change', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-30 20:00:00+00', 'UTC', '2025-11-30', '2026-11-28 13:13:14.275+00', 'keeper', '{"how": "poured", "water": {"khDegrees": 4, "no3MgPerL": 5}, "entered": {"by": "litres", "changeL": 12}, "sourceId": "01a22249-d674-7424-9b99-61f371a664a1"}', 'bd33690d4de7bd436f44527ba656c96fb197938bbfe369356b204dc5eca9c79e');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d72b-77a4-b6bb-b65ac9cb498b', 13, 'readings', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-06 20:00:00+00', 'UTC', '2025-12-06', '2026-11-28 13:13:14.285+00', 'keeper', '{"values": [{"hi": 7.2, "lo": 7, "text": "7", "parameter": "ph", "enteredUnit": ""}, {"hi": 19, "lo": 17, "text": "17", "parameter": "no3MgPerL", "enteredUnit": ""}, {"hi": 4, "lo": 4, "text": "4", "parameter": "khDegrees", "enteredUnit": ""}], "context": "routine"}', '3be3046118ceb8ca8940c360511fb31203be1dbe5e1c618b428c84b111dbe30c');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d732-77f7-b4e8-6263e4d54b3e', 14, 'readings', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-13 20:00:00+00', 'UTC', '2025-12-13', '2026-11-28 13:13:14.292+00', 'keeper', '{"values": [{"hi": 7.2, "lo": 7, "text": "7", "parameter": "ph", "enteredUnit": ""}, {"hi": 18.5, "lo": 16.5, "text": "16.5", "parameter": "no3MgPerL", "enteredUnit": ""}, {"hi": 4, "lo": 4, "text": "4", "parameter": "khDegrees", "enteredUnit": ""}], "context": "routine"}', 'a829aa295bb72fe98f7c68f0cdaa4419cef35f380cc00336b9de5711da99d72a');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d739-71be-8391-2715395158b1', 15, 'change', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-14 20:00:00+00', 'UTC', '2025-12-14', '2026-11-28 13:13:14.299+00', 'keeper', '{"how": "poured", "water": {"khDegrees": 4, "no3MgPerL": 5}, "entered": {"by": "litres", "changeL": 12}, "sourceId": "01a22249-d674-7424-9b99-61f371a664a1"}', '382b6bf56ec4f7e9e5d755e1be2c6a9cb9e7565f361904662a939817b7b2e51d');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d742-716e-89c7-a66e11b28a11', 16, 'readings', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-20 20:00:00+00', 'UTC', '2025-12-20', '2026-11-28 13:13:14.307+00', 'keeper', '{"values": [{"hi": 7.2, "lo": 7, "text": "7", "parameter": "ph", "enteredUnit": ""}, {"hi": 18, "lo": 16, "text": "16", "parameter": "no3MgPerL", "enteredUnit": ""}, {"hi": 4, "lo": 4, "text": "4", "parameter": "khDegrees", "enteredUnit": ""}], "context": "routine"}', 'f61cf9fb314578f16502cab57e4403cfdc149b461b69b8c13d9994dc46b574df');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d748-77ea-907e-5e9bb11c69aa', 17, 'readings', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-27 20:00:00+00', 'UTC', '2025-12-27', '2026-11-28 13:13:14.314+00', 'keeper', '{"values": [{"hi": 7.2, "lo": 7, "text": "7", "parameter": "ph", "enteredUnit": ""}, {"hi": 17.5, "lo": 15.5, "text": "15.5", "parameter": "no3MgPerL", "enteredUnit": ""}, {"hi": 4, "lo": 4, "text": "4", "parameter": "khDegrees", "enteredUnit": ""}], "context": "routine"}', 'fe19ff057b0d0c02a750730f594a49e05a5e42a28366e1b769da62ae9f42da4b');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d74f-7732-9e20-dcbcf46ab8f5', 18, 'change', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-28 20:00:00+00', 'UTC', '2025-12-28', '2026-11-28 13:13:14.32+00', 'keeper', '{"how": "poured", "water": {"khDegrees": 4, "no3MgPerL": 5}, "entered": {"by": "litres", "changeL": 12}, "sourceId": "01a22249-d674-7424-9b99-61f371a664a1"}', '7ad51849e8b3c7fd8865d414cc320f1fe1be0f006a19d65acb96c3865276788c');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d759-722e-87de-41ac352831ee', 19, 'readings', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-03 20:00:00+00', 'UTC', '2026-01-03', '2026-11-28 13:13:14.331+00', 'keeper', '{"values": [{"hi": 7.2, "lo": 7, "text": "7", "parameter": "ph", "enteredUnit": ""}, {"hi": 17, "lo": 15, "text": "15", "parameter": "no3MgPerL", "enteredUnit": ""}, {"hi": 4, "lo": 4, "text": "4", "parameter": "khDegrees", "enteredUnit": ""}], "context": "routine"}', 'c7854f37dfa9274f87332996ec85f16f3b6cf71cf0339adac2eed95ddcced492');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d760-7341-bbbd-6551ff16430e', 20, 'readings', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-10 20:00:00+00', 'UTC', '2026-01-10', '2026-11-28 13:13:14.338+00', 'keeper', '{"values": [{"hi": 7.2, "lo": 7, "text": "7", "parameter": "ph", "enteredUnit": ""}, {"hi": 16.5, "lo": 14.5, "text": "14.5", "parameter": "no3MgPerL", "enteredUnit": ""}, {"hi": 4, "lo": 4, "text": "4", "parameter": "khDegrees", "enteredUnit": ""}], "context": "routine"}', '87fa8570a743c82a3ec64c25170ecee36bf3f04d2b381f5eecedeaa378df5fde');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d767-7292-92ea-c0e3722e9913', 21, 'change', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-11 20:00:00+00', 'UTC', '2026-01-11', '2026-11-28 13:13:14.345+00', 'keeper', '{"how": "poured", "water": {"khDegrees": 4, "no3MgPerL": 5}, "entered": {"by": "litres", "changeL": 12}, "sourceId": "01a22249-d674-7424-9b99-61f371a664a1"}', 'e386c08f8f4eaf454f58cf44abe7e30ebedb32c49840e6ed3f2d0e5cd824339f');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d770-730b-b9f0-d4e1a88b0e1a', 22, 'readings', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-17 20:00:00+00', 'UTC', '2026-01-17', '2026-11-28 13:13:14.353+00', 'keeper', '{"values": [{"hi": 7.2, "lo": 7, "text": "7", "parameter": "ph", "enteredUnit": ""}, {"hi": 16, "lo": 14, "text": "14", "parameter": "no3MgPerL", "enteredUnit": ""}, {"hi": 4, "lo": 4, "text": "4", "parameter": "khDegrees", "enteredUnit": ""}], "context": "routine"}', '8593fbaefc7c5f9c02ecea34181d011a0871152f06e6d0904647d08482926135');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d776-7333-98d2-f3a5ebbb0b71', 23, 'readings', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-24 20:00:00+00', 'UTC', '2026-01-24', '2026-11-28 13:13:14.36+00', 'keeper', '{"values": [{"hi": 7.2, "lo": 7, "text": "7", "parameter": "ph", "enteredUnit": ""}, {"hi": 15.5, "lo": 13.5, "text": "13.5", "parameter": "no3MgPerL", "enteredUnit": ""}, {"hi": 4, "lo": 4, "text": "4", "parameter": "khDegrees", "enteredUnit": ""}], "context": "routine"}', 'd7fb30e8d33174216b1b8921ffe2ef3b528d0af5fb9efbb4bb23cd6fed3aa38f');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d77d-7783-b7a3-a8dae0417523', 24, 'change', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-25 20:00:00+00', 'UTC', '2026-01-25', '2026-11-28 13:13:14.366+00', 'keeper', '{"how": "poured", "water": {"khDegrees": 4, "no3MgPerL": 5}, "entered": {"by": "litres", "changeL": 12}, "sourceId": "01a22249-d674-7424-9b99-61f371a664a1"}', 'f0074f0f793a4bca2d08cb3f9c82a2c90ccc4a64c9dc36dd3b6655044a1f478c');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d784-768b-9430-9ff43ff89e02', 25, 'readings', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-31 20:00:00+00', 'UTC', '2026-01-31', '2026-11-28 13:13:14.374+00', 'keeper', '{"values": [{"hi": 7.2, "lo": 7, "text": "7", "parameter": "ph", "enteredUnit": ""}, {"hi": 15, "lo": 13, "text": "13", "parameter": "no3MgPerL", "enteredUnit": ""}, {"hi": 4, "lo": 4, "text": "4", "parameter": "khDegrees", "enteredUnit": ""}], "context": "routine"}', 'c03a1d881fa3b93ff101960296c6cf3bec3762333c0eb3e2b89c78388d562685');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d78b-7394-8dff-3bfbdf38ae3f', 26, 'readings', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2026-02-07 20:00:00+00', 'UTC', '2026-02-07', '2026-11-28 13:13:14.38+00', 'keeper', '{"values": [{"hi": 7.2, "lo": 7, "text": "7", "parameter": "ph", "enteredUnit": ""}, {"hi": 14.5, "lo": 12.5, "text": "12.5", "parameter": "no3MgPerL", "enteredUnit": ""}, {"hi": 4, "lo": 4, "text": "4", "parameter": "khDegrees", "enteredUnit": ""}], "context": "routine"}', 'b4bc64586d3c8566b57601aba06447ec5ab3d8420fcffc8c108bceee775d8ad4');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d794-7657-b3e0-42ca5872e8a6', 27, 'change', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2026-02-08 20:00:00+00', 'UTC', '2026-02-08', '2026-11-28 13:13:14.389+00', 'keeper', '{"how": "poured", "water": {"khDegrees": 4, "no3MgPerL": 5}, "entered": {"by": "litres", "changeL": 12}, "sourceId": "01a22249-d674-7424-9b99-61f371a664a1"}', 'e1312df647624abfc8b17626df8c456d4073d953840438323fbb0fdc0deac53c');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d79c-724f-a11f-67a742c7d5da', 28, 'readings', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2026-02-14 20:00:00+00', 'UTC', '2026-02-14', '2026-11-28 13:13:14.397+00', 'keeper', '{"values": [{"hi": 7.2, "lo": 7, "text": "7", "parameter": "ph", "enteredUnit": ""}, {"hi": 14, "lo": 12, "text": "12", "parameter": "no3MgPerL", "enteredUnit": ""}, {"hi": 4, "lo": 4, "text": "4", "parameter": "khDegrees", "enteredUnit": ""}], "context": "routine"}', '892eee146b9c6591da5812f9288f4519d93b74d4d5b77580bee3bc2e57a3c88a');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d7a2-70f3-831c-f0a21447e5c3', 29, 'readings', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2026-02-21 20:00:00+00', 'UTC', '2026-02-21', '2026-11-28 13:13:14.403+00', 'keeper', '{"values": [{"hi": 7.2, "lo": 7, "text": "7", "parameter": "ph", "enteredUnit": ""}, {"hi": 13.5, "lo": 11.5, "text": "11.5", "parameter": "no3MgPerL", "enteredUnit": ""}, {"hi": 4, "lo": 4, "text": "4", "parameter": "khDegrees", "enteredUnit": ""}], "context": "routine"}', 'b55b7e0bfce65f1d43d7346f6f36b6d80bd5ee60ca6ac1c0444c820409827452');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d7a8-7761-a4fa-9457a00b562d', 30, 'change', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2026-02-22 20:00:00+00', 'UTC', '2026-02-22', '2026-11-28 13:13:14.409+00', 'keeper', '{"how": "poured", "water": {"khDegrees": 4, "no3MgPerL": 5}, "entered": {"by": "litres", "changeL": 12}, "sourceId": "01a22249-d674-7424-9b99-61f371a664a1"}', '91b1228f2fb313287e930173346f3733fd1f31a117b143a5ab67db4578a361e7');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d7b0-7250-bc21-11e220b6b774', 31, 'readings', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2026-02-28 20:00:00+00', 'UTC', '2026-02-28', '2026-11-28 13:13:14.417+00', 'keeper', '{"values": [{"hi": 7.2, "lo": 7, "text": "7", "parameter": "ph", "enteredUnit": ""}, {"hi": 13, "lo": 11, "text": "11", "parameter": "no3MgPerL", "enteredUnit": ""}, {"hi": 4, "lo": 4, "text": "4", "parameter": "khDegrees", "enteredUnit": ""}], "context": "routine"}', '09db1b25bc850dbefa1295e3ebaeb6ae9ec5542037a1b56bb1f4d006cff3c32f');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d7b6-7045-84ef-deae0aebb50d', 32, 'readings', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2026-03-07 20:00:00+00', 'UTC', '2026-03-07', '2026-11-28 13:13:14.423+00', 'keeper', '{"values": [{"hi": 7.2, "lo": 7, "text": "7", "parameter": "ph", "enteredUnit": ""}, {"hi": 12.5, "lo": 10.5, "text": "10.5", "parameter": "no3MgPerL", "enteredUnit": ""}, {"hi": 4, "lo": 4, "text": "4", "parameter": "khDegrees", "enteredUnit": ""}], "context": "routine"}', '49bcbaec494eb37f8895f8effb6900243bfa9d10de82396682b8a7944e5f9a29');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d7c0-71b3-aa03-d240078cee58', 33, 'change', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2026-03-08 20:00:00+00', 'UTC', '2026-03-08', '2026-11-28 13:13:14.434+00', 'keeper', '{"how": "poured", "water": {"khDegrees": 4, "no3MgPerL": 5}, "entered": {"by": "litres", "changeL": 12}, "sourceId": "01a22249-d674-7424-9b99-61f371a664a1"}', '68f9e077da5062d38f7aa0dc234d674c1ebc99f948a76d5d8d59f3975f261873');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d7cb-75d3-9b6c-7922708b48a4', 34, 'strike', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2026-03-13 20:00:00+00', 'UTC', '2026-03-13', '2026-11-28 13:13:14.444+00', 'keeper', '{"reason": "written to the wrong tank", "entryId": "01a22249-d6fb-7563-a464-10698e20d5ca"}', '8d20a07f5a71b93b7854f94b516d297a1495400035165a8549f8e641665929d2');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d7e0-7547-b56a-654238479aec', 35, 'stock', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-14 20:00:00+00', 'UTC', '2025-12-14', '2026-11-28 13:13:14.466+00', 'keeper', '{"count": {"hi": 20, "lo": 20}, "event": "arrived", "kindId": "cherry-shrimp", "strain": ""}', '0aa776c03a325e7883cbc789ec34eb2e81a92b8cb8d102d65e71cfe5fbad339e');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d7f1-71b1-a107-fa46bfda29c1', 36, 'looked', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2026-03-14 20:00:00+00', 'UTC', '2026-03-14', '2026-11-28 13:13:14.482+00', 'keeper', '{"fed": true, "fine": true}', '3654917da29aac3924db450d8af11856bad826a36b489e189c2534b309d8912d');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d7f1-71b1-a107-fc7e14edcec9', 37, 'note', 1, '01a22249-d674-7424-9b99-5edd33545b88', '2026-03-12 20:00:00+00', 'UTC', '2026-03-12', '2026-11-28 13:13:14.482+00', 'keeper', '{"text": "moss is growing"}', 'ff544a81214edb0f82d7f400972cefbc70451977e4c4172c4af1442a1fdcd2b1');
INSERT INTO public.entries OVERRIDING SYSTEM VALUE VALUES ('01a22249-d7f1-71b1-a108-034ca961eb55', 38, 'top-up', 1, '01a22249-d674-7424-9b99-58991ce343b0', '2026-03-11 20:00:00+00', 'UTC', '2026-03-11', '2026-11-28 13:13:14.482+00', 'keeper', '{"water": {}, "topUpL": 1, "sourceId": "01a22249-d674-7424-9b99-61f371a664a1"}', 'c0708cde6b1fed856a9a40b50aca6613ea1b6cd4a78b8e71f01b1d9d20f7690f');
INSERT INTO public.house VALUES (1, 'My house', false, 0, NULL, 2);
INSERT INTO public.house_zones VALUES ('1970-01-01', 'UTC');
INSERT INTO public.readings VALUES ('01a22249-d6ca-734c-8a72-782d3db80804', 'ph', '01a22249-d674-7424-9b99-58991ce343b0', '2025-10-25 20:00:00+00', 7, 7.2, '7', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d6ca-734c-8a72-782d3db80804', 'no3MgPerL', '01a22249-d674-7424-9b99-58991ce343b0', '2025-10-25 20:00:00+00', 20, 22, '20', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d6ca-734c-8a72-782d3db80804', 'khDegrees', '01a22249-d674-7424-9b99-58991ce343b0', '2025-10-25 20:00:00+00', 4, 4, '4', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d6d5-7614-b017-fffcf3eb0a8b', 'ph', '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-01 20:00:00+00', 7, 7.2, '7', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d6d5-7614-b017-fffcf3eb0a8b', 'no3MgPerL', '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-01 20:00:00+00', 19.5, 21.5, '19.5', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d6d5-7614-b017-fffcf3eb0a8b', 'khDegrees', '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-01 20:00:00+00', 4, 4, '4', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d6ed-779c-8074-26d827d02a9d', 'ph', '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-08 20:00:00+00', 7, 7.2, '7', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d6ed-779c-8074-26d827d02a9d', 'no3MgPerL', '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-08 20:00:00+00', 19, 21, '19', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d6ed-779c-8074-26d827d02a9d', 'khDegrees', '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-08 20:00:00+00', 4, 4, '4', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d6fb-7563-a464-10698e20d5ca', 'ph', '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-15 20:00:00+00', 7, 7.2, '7', '', NULL, NULL, NULL, NULL, 'routine', false, true);
INSERT INTO public.readings VALUES ('01a22249-d6fb-7563-a464-10698e20d5ca', 'no3MgPerL', '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-15 20:00:00+00', 18.5, 20.5, '18.5', '', NULL, NULL, NULL, NULL, 'routine', false, true);
INSERT INTO public.readings VALUES ('01a22249-d6fb-7563-a464-10698e20d5ca', 'khDegrees', '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-15 20:00:00+00', 4, 4, '4', '', NULL, NULL, NULL, NULL, 'routine', false, true);
INSERT INTO public.readings VALUES ('01a22249-d710-74e5-9c9c-1d9533367513', 'ph', '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-22 20:00:00+00', 7, 7.2, '7', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d710-74e5-9c9c-1d9533367513', 'no3MgPerL', '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-22 20:00:00+00', 18, 20, '18', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d710-74e5-9c9c-1d9533367513', 'khDegrees', '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-22 20:00:00+00', 4, 4, '4', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d71a-70f7-9d42-fda0030841ca', 'ph', '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-29 20:00:00+00', 7, 7.2, '7', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d71a-70f7-9d42-fda0030841ca', 'no3MgPerL', '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-29 20:00:00+00', 17.5, 19.5, '17.5', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d71a-70f7-9d42-fda0030841ca', 'khDegrees', '01a22249-d674-7424-9b99-58991ce343b0', '2025-11-29 20:00:00+00', 4, 4, '4', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d72b-77a4-b6bb-b65ac9cb498b', 'ph', '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-06 20:00:00+00', 7, 7.2, '7', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d72b-77a4-b6bb-b65ac9cb498b', 'no3MgPerL', '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-06 20:00:00+00', 17, 19, '17', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d72b-77a4-b6bb-b65ac9cb498b', 'khDegrees', '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-06 20:00:00+00', 4, 4, '4', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d732-77f7-b4e8-6263e4d54b3e', 'ph', '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-13 20:00:00+00', 7, 7.2, '7', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d732-77f7-b4e8-6263e4d54b3e', 'no3MgPerL', '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-13 20:00:00+00', 16.5, 18.5, '16.5', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d732-77f7-b4e8-6263e4d54b3e', 'khDegrees', '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-13 20:00:00+00', 4, 4, '4', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d742-716e-89c7-a66e11b28a11', 'ph', '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-20 20:00:00+00', 7, 7.2, '7', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d742-716e-89c7-a66e11b28a11', 'no3MgPerL', '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-20 20:00:00+00', 16, 18, '16', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d742-716e-89c7-a66e11b28a11', 'khDegrees', '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-20 20:00:00+00', 4, 4, '4', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d748-77ea-907e-5e9bb11c69aa', 'ph', '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-27 20:00:00+00', 7, 7.2, '7', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d748-77ea-907e-5e9bb11c69aa', 'no3MgPerL', '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-27 20:00:00+00', 15.5, 17.5, '15.5', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d748-77ea-907e-5e9bb11c69aa', 'khDegrees', '01a22249-d674-7424-9b99-58991ce343b0', '2025-12-27 20:00:00+00', 4, 4, '4', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d759-722e-87de-41ac352831ee', 'ph', '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-03 20:00:00+00', 7, 7.2, '7', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d759-722e-87de-41ac352831ee', 'no3MgPerL', '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-03 20:00:00+00', 15, 17, '15', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d759-722e-87de-41ac352831ee', 'khDegrees', '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-03 20:00:00+00', 4, 4, '4', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d760-7341-bbbd-6551ff16430e', 'ph', '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-10 20:00:00+00', 7, 7.2, '7', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d760-7341-bbbd-6551ff16430e', 'no3MgPerL', '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-10 20:00:00+00', 14.5, 16.5, '14.5', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d760-7341-bbbd-6551ff16430e', 'khDegrees', '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-10 20:00:00+00', 4, 4, '4', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d770-730b-b9f0-d4e1a88b0e1a', 'ph', '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-17 20:00:00+00', 7, 7.2, '7', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d770-730b-b9f0-d4e1a88b0e1a', 'no3MgPerL', '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-17 20:00:00+00', 14, 16, '14', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d770-730b-b9f0-d4e1a88b0e1a', 'khDegrees', '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-17 20:00:00+00', 4, 4, '4', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d776-7333-98d2-f3a5ebbb0b71', 'ph', '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-24 20:00:00+00', 7, 7.2, '7', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d776-7333-98d2-f3a5ebbb0b71', 'no3MgPerL', '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-24 20:00:00+00', 13.5, 15.5, '13.5', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d776-7333-98d2-f3a5ebbb0b71', 'khDegrees', '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-24 20:00:00+00', 4, 4, '4', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d784-768b-9430-9ff43ff89e02', 'ph', '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-31 20:00:00+00', 7, 7.2, '7', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d784-768b-9430-9ff43ff89e02', 'no3MgPerL', '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-31 20:00:00+00', 13, 15, '13', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d784-768b-9430-9ff43ff89e02', 'khDegrees', '01a22249-d674-7424-9b99-58991ce343b0', '2026-01-31 20:00:00+00', 4, 4, '4', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d78b-7394-8dff-3bfbdf38ae3f', 'ph', '01a22249-d674-7424-9b99-58991ce343b0', '2026-02-07 20:00:00+00', 7, 7.2, '7', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d78b-7394-8dff-3bfbdf38ae3f', 'no3MgPerL', '01a22249-d674-7424-9b99-58991ce343b0', '2026-02-07 20:00:00+00', 12.5, 14.5, '12.5', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d78b-7394-8dff-3bfbdf38ae3f', 'khDegrees', '01a22249-d674-7424-9b99-58991ce343b0', '2026-02-07 20:00:00+00', 4, 4, '4', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d79c-724f-a11f-67a742c7d5da', 'ph', '01a22249-d674-7424-9b99-58991ce343b0', '2026-02-14 20:00:00+00', 7, 7.2, '7', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d79c-724f-a11f-67a742c7d5da', 'no3MgPerL', '01a22249-d674-7424-9b99-58991ce343b0', '2026-02-14 20:00:00+00', 12, 14, '12', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d79c-724f-a11f-67a742c7d5da', 'khDegrees', '01a22249-d674-7424-9b99-58991ce343b0', '2026-02-14 20:00:00+00', 4, 4, '4', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d7a2-70f3-831c-f0a21447e5c3', 'ph', '01a22249-d674-7424-9b99-58991ce343b0', '2026-02-21 20:00:00+00', 7, 7.2, '7', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d7a2-70f3-831c-f0a21447e5c3', 'no3MgPerL', '01a22249-d674-7424-9b99-58991ce343b0', '2026-02-21 20:00:00+00', 11.5, 13.5, '11.5', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d7a2-70f3-831c-f0a21447e5c3', 'khDegrees', '01a22249-d674-7424-9b99-58991ce343b0', '2026-02-21 20:00:00+00', 4, 4, '4', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d7b0-7250-bc21-11e220b6b774', 'ph', '01a22249-d674-7424-9b99-58991ce343b0', '2026-02-28 20:00:00+00', 7, 7.2, '7', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d7b0-7250-bc21-11e220b6b774', 'no3MgPerL', '01a22249-d674-7424-9b99-58991ce343b0', '2026-02-28 20:00:00+00', 11, 13, '11', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d7b0-7250-bc21-11e220b6b774', 'khDegrees', '01a22249-d674-7424-9b99-58991ce343b0', '2026-02-28 20:00:00+00', 4, 4, '4', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d7b6-7045-84ef-deae0aebb50d', 'ph', '01a22249-d674-7424-9b99-58991ce343b0', '2026-03-07 20:00:00+00', 7, 7.2, '7', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d7b6-7045-84ef-deae0aebb50d', 'no3MgPerL', '01a22249-d674-7424-9b99-58991ce343b0', '2026-03-07 20:00:00+00', 10.5, 12.5, '10.5', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.readings VALUES ('01a22249-d7b6-7045-84ef-deae0aebb50d', 'khDegrees', '01a22249-d674-7424-9b99-58991ce343b0', '2026-03-07 20:00:00+00', 4, 4, '4', '', NULL, NULL, NULL, NULL, 'routine', false, false);
INSERT INTO public.source_setups VALUES ('01a22249-d675-73c1-bf8b-fc014128f9f5', '01a22249-d674-7424-9b99-61f371a664a1', '2025-05-18 20:00:00+00', '{"name": "Tap, aged", "state": "tap-aged", "chlorine": "none", "startedOn": "2025-01-01"}', false);
INSERT INTO public.strikes VALUES ('01a22249-d7cb-75d3-9b6c-7922708b48a4', '01a22249-d6fb-7563-a464-10698e20d5ca', NULL, 'written to the wrong tank', '01a22249-d674-7424-9b99-58991ce343b0');
INSERT INTO public.subjects VALUES ('01a22249-d674-7424-9b99-61f371a664a1', 'source', 'Tap, aged', '2025-01-01', '{"setUp": {"done": {"id": "set-up", "facts": {"name": "Tap, aged"}}, "atEpochMs": 1747598400000}}', '{}');
INSERT INTO public.subjects VALUES ('01a22249-d674-7424-9b99-5edd33545b88', 'tank', 'Porch', '2025-01-02', '{"note": {"done": {"id": "note", "facts": {"text": "moss is growing"}}, "atEpochMs": 1773345600000}, "setUp": {"done": {"id": "set-up", "facts": {"name": "Porch"}}, "atEpochMs": 1749326400000}}', '{}');
INSERT INTO public.subjects VALUES ('01a22249-d674-7424-9b99-58991ce343b0', 'tank', 'Library', '2025-01-02', '{"setUp": {"done": {"id": "set-up", "facts": {"name": "Library"}}, "atEpochMs": 1749326400000}, "stock": {"done": {"id": "stock", "facts": {"count": {"hi": 20, "lo": 20}, "event": "arrived", "kindId": "cherry-shrimp", "strain": ""}}, "atEpochMs": 1765742400000}, "change": {"done": {"id": "change", "facts": {"entered": {"by": "litres", "changeL": 12}}}, "atEpochMs": 1773000000000}, "looked": {"done": {"id": "looked", "facts": {"fed": true}}, "atEpochMs": 1773518400000}, "readings": {"done": {"id": "readings", "facts": {"values": [{"hi": 7.2, "lo": 7, "parameter": "ph"}, {"hi": 12.5, "lo": 10.5, "parameter": "no3MgPerL"}, {"hi": 4, "lo": 4, "parameter": "khDegrees"}]}}, "atEpochMs": 1772913600000}}', '{"change": [{"water": {"khDegrees": 4, "no3MgPerL": 5}, "entryId": "01a22249-d7c0-71b3-aa03-d240078cee58", "sequence": 33, "atEpochMs": 1773000000000, "changeFraction": 0.2}, {"water": {"khDegrees": 4, "no3MgPerL": 5}, "entryId": "01a22249-d7a8-7761-a4fa-9457a00b562d", "sequence": 30, "atEpochMs": 1771790400000, "changeFraction": 0.2}, {"water": {"khDegrees": 4, "no3MgPerL": 5}, "entryId": "01a22249-d794-7657-b3e0-42ca5872e8a6", "sequence": 27, "atEpochMs": 1770580800000, "changeFraction": 0.2}, {"water": {"khDegrees": 4, "no3MgPerL": 5}, "entryId": "01a22249-d77d-7783-b7a3-a8dae0417523", "sequence": 24, "atEpochMs": 1769371200000, "changeFraction": 0.2}, {"water": {"khDegrees": 4, "no3MgPerL": 5}, "entryId": "01a22249-d767-7292-92ea-c0e3722e9913", "sequence": 21, "atEpochMs": 1768161600000, "changeFraction": 0.2}, {"water": {"khDegrees": 4, "no3MgPerL": 5}, "entryId": "01a22249-d74f-7732-9e20-dcbcf46ab8f5", "sequence": 18, "atEpochMs": 1766952000000, "changeFraction": 0.2}, {"water": {"khDegrees": 4, "no3MgPerL": 5}, "entryId": "01a22249-d739-71be-8391-2715395158b1", "sequence": 15, "atEpochMs": 1765742400000, "changeFraction": 0.2}, {"water": {"khDegrees": 4, "no3MgPerL": 5}, "entryId": "01a22249-d721-7418-8d86-bf3c77cd0fb6", "sequence": 12, "atEpochMs": 1764532800000, "changeFraction": 0.2}, {"water": {"khDegrees": 4, "no3MgPerL": 5}, "entryId": "01a22249-d703-779e-aa95-28d755735e5a", "sequence": 9, "atEpochMs": 1763323200000, "changeFraction": 0.2}, {"water": {"khDegrees": 4, "no3MgPerL": 5}, "entryId": "01a22249-d6e1-7007-aaa3-5bdf7794d277", "sequence": 6, "atEpochMs": 1762113600000, "changeFraction": 0.2}], "reading:ph": [{"hi": 7.2, "lo": 7, "sequence": 32, "atEpochMs": 1772913600000}, {"hi": 7.2, "lo": 7, "sequence": 31, "atEpochMs": 1772308800000}, {"hi": 7.2, "lo": 7, "sequence": 29, "atEpochMs": 1771704000000}, {"hi": 7.2, "lo": 7, "sequence": 28, "atEpochMs": 1771099200000}, {"hi": 7.2, "lo": 7, "sequence": 26, "atEpochMs": 1770494400000}, {"hi": 7.2, "lo": 7, "sequence": 25, "atEpochMs": 1769889600000}], "reading:khDegrees": [{"hi": 4, "lo": 4, "sequence": 32, "atEpochMs": 1772913600000}, {"hi": 4, "lo": 4, "sequence": 31, "atEpochMs": 1772308800000}, {"hi": 4, "lo": 4, "sequence": 29, "atEpochMs": 1771704000000}, {"hi": 4, "lo": 4, "sequence": 28, "atEpochMs": 1771099200000}, {"hi": 4, "lo": 4, "sequence": 26, "atEpochMs": 1770494400000}, {"hi": 4, "lo": 4, "sequence": 25, "atEpochMs": 1769889600000}], "reading:no3MgPerL": [{"hi": 12.5, "lo": 10.5, "sequence": 32, "atEpochMs": 1772913600000}, {"hi": 13, "lo": 11, "sequence": 31, "atEpochMs": 1772308800000}, {"hi": 13.5, "lo": 11.5, "sequence": 29, "atEpochMs": 1771704000000}, {"hi": 14, "lo": 12, "sequence": 28, "atEpochMs": 1771099200000}, {"hi": 14.5, "lo": 12.5, "sequence": 26, "atEpochMs": 1770494400000}, {"hi": 15, "lo": 13, "sequence": 25, "atEpochMs": 1769889600000}]}');
INSERT INTO public.tank_setups VALUES ('01a22249-d6c0-77d5-acf1-a00620454f65', '01a22249-d674-7424-9b99-5edd33545b88', '2025-06-07 20:00:00+00', 60, '{"name": "Porch", "rack": "", "bearing": "usual", "purpose": "display", "overrides": [], "startedOn": "2025-01-02", "practiceId": "neocaridina-wide", "roundOrder": 1, "measuredFillL": 60}', false);
INSERT INTO public.tank_setups VALUES ('01a22249-d6ae-7076-9ccc-f37de26bc8cd', '01a22249-d674-7424-9b99-58991ce343b0', '2025-06-07 20:00:00+00', 60, '{"name": "Library", "rack": "", "bearing": "usual", "purpose": "display", "overrides": [], "startedOn": "2025-01-02", "practiceId": "neocaridina-wide", "roundOrder": 1, "measuredFillL": 60}', false);
SELECT pg_catalog.setval('drizzle.__drizzle_migrations_id_seq', 8, true);
SELECT pg_catalog.setval('public.entries_sequence_seq', 38, true);
ALTER TABLE ONLY drizzle.__drizzle_migrations
    ADD CONSTRAINT __drizzle_migrations_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.changes
    ADD CONSTRAINT changes_pkey PRIMARY KEY (entry_id);
ALTER TABLE ONLY public.device_buckets
    ADD CONSTRAINT device_buckets_device_id_parameter_grain_minutes_starts_at_pk PRIMARY KEY (device_id, parameter, grain_minutes, starts_at);
ALTER TABLE ONLY public.entries
    ADD CONSTRAINT entries_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.house
    ADD CONSTRAINT house_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.house_zones
    ADD CONSTRAINT house_zones_pkey PRIMARY KEY (from_on);
ALTER TABLE ONLY public.photos
    ADD CONSTRAINT photos_pkey PRIMARY KEY (photo_hash);
ALTER TABLE ONLY public.preferences
    ADD CONSTRAINT preferences_pkey PRIMARY KEY (person_id);
ALTER TABLE ONLY public.readings
    ADD CONSTRAINT readings_entry_id_parameter_pk PRIMARY KEY (entry_id, parameter);
ALTER TABLE ONLY public.source_setups
    ADD CONSTRAINT source_setups_pkey PRIMARY KEY (entry_id);
ALTER TABLE ONLY public.strikes
    ADD CONSTRAINT strikes_pkey PRIMARY KEY (entry_id);
ALTER TABLE ONLY public.subjects
    ADD CONSTRAINT subjects_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.tank_setups
    ADD CONSTRAINT tank_setups_pkey PRIMARY KEY (entry_id);
CREATE INDEX changes_latest ON public.changes USING btree (subject_id, happened_at DESC) WHERE (NOT struck);
CREATE INDEX device_buckets_age ON public.device_buckets USING btree (grain_minutes, starts_at);
CREATE INDEX entries_diary ON public.entries USING btree (kind, subject_id, happened_at DESC) WHERE (kind <> ALL (ARRAY['set-up'::text, 'source'::text, 'readings'::text, 'change'::text, 'looked'::text, 'note'::text, 'strike'::text]));
CREATE INDEX entries_subject ON public.entries USING btree (subject_id, happened_at DESC, sequence DESC);
CREATE INDEX entries_time ON public.entries USING btree (happened_at DESC, sequence DESC);
CREATE INDEX entries_words ON public.entries USING gin ((
CASE
    WHEN (kind = 'readings'::text) THEN jsonb_to_tsvector('simple'::regconfig, payload, '["string"]'::jsonb)
    ELSE jsonb_to_tsvector('simple'::regconfig, payload, '["string", "numeric", "key"]'::jsonb)
END));
CREATE INDEX readings_latest ON public.readings USING btree (subject_id, parameter, happened_at DESC) WHERE (NOT struck);
CREATE INDEX source_setups_subject ON public.source_setups USING btree (subject_id, from_at DESC);
CREATE INDEX strikes_struck ON public.strikes USING btree (struck_entry_id);
CREATE INDEX strikes_subject ON public.strikes USING btree (subject_id);
CREATE INDEX tank_setups_subject ON public.tank_setups USING btree (subject_id, from_at DESC);
CREATE TRIGGER entries_append_only BEFORE DELETE OR UPDATE OR TRUNCATE ON public.entries FOR EACH STATEMENT EXECUTE FUNCTION public.entries_are_append_only();
