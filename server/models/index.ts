import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type ModelStatic,
  type Sequelize,
} from "sequelize";

type Row<M extends Model> = Model<InferAttributes<M>, InferCreationAttributes<M>>;

interface InstrumentRow extends Row<InstrumentRow> {
  id: string;
  body: object;
}

interface InstrumentFeedRow extends Row<InstrumentFeedRow> {
  instrumentId: string;
  body: object;
  /** SHA-256 of what it calls with; null where it does not call. */
  keyDigest: CreationOptional<string | null>;
}

interface MotorRow extends Row<MotorRow> {
  id: string;
  name: string;
  owner: string;
  serial: string;
  /** What the serial is compared by; empty where it is none. */
  serialKey: string;
  body: object;
}

export interface JobRow extends Row<JobRow> {
  id: string;
  number: number;
  motorId: string;
  complaint: string;
  complaintWords: string;
  events: string[];
  version: number;
  /** The version that stage and summary speak of. */
  summarised: number;
  stage: string;
  summary: object;
  search: string;
  /** What else it is found by. */
  further: CreationOptional<string>;
  takenInAt: string;
  closedAt: CreationOptional<string | null>;
  /** The take-in as it was written. */
  intake: object;
  /** What an imported job brought along to be judged by; null for one of this shop. */
  carried: CreationOptional<object | null>;
  /** Read out of summary and take-in by the file itself; never written. */
  readonly owner: CreationOptional<string | null>;
  readonly lastBy: CreationOptional<string | null>;
  readonly takenInBy: CreationOptional<string | null>;
  readonly due: CreationOptional<string | null>;
  readonly minutes: CreationOptional<number | null>;
  readonly clockSince: CreationOptional<string | null>;
}

export interface EntryRow extends Row<EntryRow> {
  id: string;
  jobId: string;
  version: number;
  kind: string;
  body: object;
  byWhom: string;
  savedAt: string;
}

export interface ClosedRecordRow extends Row<ClosedRecordRow> {
  /** The entry that closed it. */
  id: string;
  jobId: string;
  at: string;
  rules: string;
  body: object;
  /** The file that it came in with; null where it was closed here. */
  origin: CreationOptional<object | null>;
}

export interface MotorVersionRow extends Row<MotorVersionRow> {
  id: CreationOptional<number>;
  motorId: string;
  body: object;
  byWhom: string;
  reason: string;
  at: string;
}

interface VisitRow extends Row<VisitRow> {
  jobId: string;
  /** The job's version that these figures speak of. */
  version: number;
  body: object;
}

interface UnreadEntryRow extends Row<UnreadEntryRow> {
  entryId: string;
  jobId: string;
  why: string;
}

export interface TechnicianRow extends Row<TechnicianRow> {
  id: string;
  initials: string;
  name: string;
  retired: boolean;
  role: string;
  /** Families on which a trainee may decide, repair and release alone. */
  alone: CreationOptional<string[]>;
}

interface PracticeCaseRow extends Row<PracticeCaseRow> {
  id: string;
  body: object;
}

interface PracticeAttemptRow extends Row<PracticeAttemptRow> {
  id: string;
  caseId: string;
  byWhom: string;
  at: string;
  line: object;
  attempt: object;
  marks: object;
}

interface PassPhraseRow extends Row<PassPhraseRow> {
  technicianId: string;
  salt: string;
  hash: string;
  at: string;
}

interface SessionRow extends Row<SessionRow> {
  id: string;
  technicianId: string;
  token: string;
  endsAt: string;
}

interface AuditRow extends Row<AuditRow> {
  id: CreationOptional<number>;
  at: string;
  who: string;
  what: string;
  address: string;
}

/** Tries by nobody, of one hour from one address. */
export interface WrongTryRow extends Row<WrongTryRow> {
  hour: string;
  address: string;
  count: number;
  initials: object;
}

/** A verdict as versions before the third wrote it at a closing. */
interface SnapshotRow extends Row<SnapshotRow> {
  id: string;
  jobId: string;
  rules: string;
  body: object;
  at: string;
}

interface MotorModelRow extends Row<MotorModelRow> {
  id: string;
  name: string;
  body: object;
}

interface SettingRow extends Row<SettingRow> {
  id: string;
  body: object;
}

interface FileRow extends Row<FileRow> {
  sha256: string;
  type: string;
  bytes: Buffer;
}

interface JobFileRow extends Row<JobFileRow> {
  jobId: string;
  name: string;
  sha256: string;
  savedAt: string;
}

export interface Models {
  readonly File: ModelStatic<FileRow>;
  readonly JobFile: ModelStatic<JobFileRow>;
  readonly MotorModel: ModelStatic<MotorModelRow>;
  readonly Setting: ModelStatic<SettingRow>;
  readonly Technician: ModelStatic<TechnicianRow>;
  readonly PracticeCase: ModelStatic<PracticeCaseRow>;
  readonly PracticeAttempt: ModelStatic<PracticeAttemptRow>;
  readonly PassPhrase: ModelStatic<PassPhraseRow>;
  readonly Session: ModelStatic<SessionRow>;
  readonly Audit: ModelStatic<AuditRow>;
  readonly WrongTry: ModelStatic<WrongTryRow>;
  readonly Snapshot: ModelStatic<SnapshotRow>;
  readonly Instrument: ModelStatic<InstrumentRow>;
  readonly InstrumentFeed: ModelStatic<InstrumentFeedRow>;
  readonly Motor: ModelStatic<MotorRow>;
  readonly Job: ModelStatic<JobRow>;
  readonly Entry: ModelStatic<EntryRow>;
  readonly ClosedRecord: ModelStatic<ClosedRecordRow>;
  readonly MotorVersion: ModelStatic<MotorVersionRow>;
  readonly Visit: ModelStatic<VisitRow>;
  readonly UnreadEntry: ModelStatic<UnreadEntryRow>;
}

// Functions, since Sequelize writes the column's name into the object it is given.
const key = () => ({ type: DataTypes.TEXT, primaryKey: true });
const text = () => ({ type: DataTypes.TEXT, allowNull: false });
const whole = () => ({ type: DataTypes.INTEGER, allowNull: false });
const json = () => ({ type: DataTypes.JSON, allowNull: false });
const jobId = () => ({ ...text(), field: "job_id" });

/** Tables as the migrations made them. Models store; what happens is the services' business. */
export function defineModels(sequelize: Sequelize): Models {
  const plain = { timestamps: false } as const;
  return {
    MotorModel: sequelize.define<MotorModelRow>(
      "model",
      { id: key(), name: text(), body: json() },
      { ...plain, tableName: "models" },
    ),
    Setting: sequelize.define<SettingRow>(
      "setting",
      { id: key(), body: json() },
      { ...plain, tableName: "settings" },
    ),
    File: sequelize.define<FileRow>(
      "file",
      {
        sha256: key(),
        type: text(),
        bytes: { type: DataTypes.BLOB, allowNull: false },
      },
      { ...plain, tableName: "files" },
    ),
    JobFile: sequelize.define<JobFileRow>(
      "jobFile",
      {
        jobId: { ...jobId(), primaryKey: true },
        name: key(),
        sha256: text(),
        savedAt: { ...text(), field: "saved_at" },
      },
      { ...plain, tableName: "job_files" },
    ),
    Technician: sequelize.define<TechnicianRow>(
      "technician",
      {
        id: key(),
        initials: text(),
        name: text(),
        retired: { type: DataTypes.BOOLEAN, allowNull: false },
        role: text(),
        alone: { ...json(), defaultValue: [] },
      },
      { ...plain, tableName: "technicians" },
    ),
    PracticeCase: sequelize.define<PracticeCaseRow>(
      "practiceCase",
      { id: key(), body: json() },
      { ...plain, tableName: "practice_cases" },
    ),
    PracticeAttempt: sequelize.define<PracticeAttemptRow>(
      "practiceAttempt",
      {
        id: key(),
        caseId: { ...text(), field: "case_id" },
        byWhom: { ...text(), field: "by_whom" },
        at: text(),
        line: json(),
        attempt: json(),
        marks: json(),
      },
      { ...plain, tableName: "practice_attempts" },
    ),
    PassPhrase: sequelize.define<PassPhraseRow>(
      "passPhrase",
      {
        technicianId: { ...key(), field: "technician_id" },
        salt: text(),
        hash: text(),
        at: text(),
      },
      { ...plain, tableName: "pass_phrases" },
    ),
    Session: sequelize.define<SessionRow>(
      "session",
      {
        id: key(),
        technicianId: { ...text(), field: "technician_id" },
        token: text(),
        endsAt: { ...text(), field: "ends_at" },
      },
      { ...plain, tableName: "sessions" },
    ),
    Audit: sequelize.define<AuditRow>(
      "audit",
      {
        id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
        at: text(),
        who: text(),
        what: text(),
        address: text(),
      },
      { ...plain, tableName: "audit" },
    ),
    WrongTry: sequelize.define<WrongTryRow>(
      "wrongTry",
      { hour: key(), address: key(), count: whole(), initials: json() },
      { ...plain, tableName: "wrong_tries" },
    ),
    Snapshot: sequelize.define<SnapshotRow>(
      "snapshot",
      { id: key(), jobId: jobId(), rules: text(), body: json(), at: text() },
      { ...plain, tableName: "verdict_snapshots" },
    ),
    Instrument: sequelize.define<InstrumentRow>(
      "instrument",
      { id: key(), body: json() },
      { ...plain, tableName: "instruments" },
    ),
    InstrumentFeed: sequelize.define<InstrumentFeedRow>(
      "instrumentFeed",
      {
        instrumentId: { ...key(), field: "instrument_id" },
        body: json(),
        keyDigest: { type: DataTypes.TEXT, field: "key_digest" },
      },
      { ...plain, tableName: "instrument_feeds" },
    ),
    Motor: sequelize.define<MotorRow>(
      "motor",
      {
        id: key(),
        name: text(),
        owner: text(),
        serial: text(),
        serialKey: { ...text(), field: "serial_key" },
        body: json(),
      },
      { ...plain, tableName: "motors" },
    ),
    Job: sequelize.define<JobRow>(
      "job",
      {
        id: key(),
        number: whole(),
        motorId: { ...text(), field: "motor_id" },
        complaint: text(),
        complaintWords: { ...text(), field: "complaint_words" },
        events: json(),
        version: whole(),
        summarised: whole(),
        stage: text(),
        summary: json(),
        search: text(),
        further: { ...text(), defaultValue: "" },
        takenInAt: { ...text(), field: "taken_in_at" },
        closedAt: { type: DataTypes.TEXT, field: "closed_at" },
        intake: json(),
        carried: { type: DataTypes.JSON },
        owner: DataTypes.TEXT,
        lastBy: { type: DataTypes.TEXT, field: "last_by" },
        takenInBy: { type: DataTypes.TEXT, field: "taken_in_by" },
        due: DataTypes.TEXT,
        minutes: DataTypes.INTEGER,
        clockSince: { type: DataTypes.TEXT, field: "clock_since" },
      },
      { ...plain, tableName: "jobs" },
    ),
    Entry: sequelize.define<EntryRow>(
      "entry",
      {
        id: key(),
        jobId: jobId(),
        version: whole(),
        kind: text(),
        body: json(),
        byWhom: { ...text(), field: "by_whom" },
        savedAt: { ...text(), field: "saved_at" },
      },
      { ...plain, tableName: "entries" },
    ),
    ClosedRecord: sequelize.define<ClosedRecordRow>(
      "closedRecord",
      {
        id: key(),
        jobId: jobId(),
        at: text(),
        rules: text(),
        body: json(),
        origin: { type: DataTypes.JSON },
      },
      { ...plain, tableName: "closed_records" },
    ),
    MotorVersion: sequelize.define<MotorVersionRow>(
      "motorVersion",
      {
        id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
        motorId: { ...text(), field: "motor_id" },
        body: json(),
        byWhom: { ...text(), field: "by_whom" },
        reason: text(),
        at: text(),
      },
      { ...plain, tableName: "motor_versions" },
    ),
    Visit: sequelize.define<VisitRow>(
      "visit",
      { jobId: { ...jobId(), primaryKey: true }, version: whole(), body: json() },
      { ...plain, tableName: "visits" },
    ),
    UnreadEntry: sequelize.define<UnreadEntryRow>(
      "unreadEntry",
      { entryId: { ...key(), field: "entry_id" }, jobId: jobId(), why: text() },
      { ...plain, tableName: "unread_entries" },
    ),
  };
}
