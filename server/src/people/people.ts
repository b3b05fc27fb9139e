import { randomUUID } from 'node:crypto'
import { and, asc, eq, gt, lte, ne } from 'drizzle-orm'
import type { Database } from '../store/database.ts'
import { invitations, people, type ROLES, visits } from '../store/tables.ts'
import { hashOf, newKey, opens, sealed } from './secrets.ts'

export type Role = (typeof ROLES)[number]

/** Somebody who may come in. */
export interface Person {
  readonly id: string
  readonly name: string
  readonly role: Role
}

const DAY = 86_400_000
const VISIT_DAYS = 30
const INVITED_DAYS = 1

export type Joined =
  | { readonly outcome: 'joined'; readonly key: string }
  | { readonly outcome: 'spent' }
  | { readonly outcome: 'taken' }

/** Who may come in over the network, with what passphrase, and which browsers already have. */
export class People {
  readonly #store: Database
  readonly #now: () => Date

  constructor(store: Database, now: () => Date) {
    this.#store = store
    this.#now = now
  }

  async all(): Promise<Person[]> {
    return this.#store.db.select(told).from(people).orderBy(asc(people.name))
  }

  /** A key for one person to come in with, once, within a day. */
  async invite(role: Role): Promise<string> {
    const key = newKey()
    await this.#store.write(async (tx) => {
      await tx.delete(invitations).where(lte(invitations.expiresAt, this.#now().toISOString()))
      await tx.insert(invitations).values({ hash: hashOf(key), role, expiresAt: this.#in(INVITED_DAYS) })
    })
    return key
  }

  /** Somebody comes in with an invitation and gives themselves a name. The key of their visit, or why not. */
  async join(invitation: string, name: string, passphrase: string): Promise<Joined> {
    const secret = await sealed(passphrase)
    return this.#store.write(async (tx): Promise<Joined> => {
      const hash = hashOf(invitation)
      const [invited] = await tx
        .select()
        .from(invitations)
        .where(and(eq(invitations.hash, hash), gt(invitations.expiresAt, this.#now().toISOString())))
      if (!invited) return { outcome: 'spent' }
      const [taken] = await tx.select({ id: people.id }).from(people).where(eq(people.name, name))
      if (taken) return { outcome: 'taken' }
      await tx.delete(invitations).where(eq(invitations.hash, hash))
      const id = randomUUID()
      await tx.insert(people).values({ id, name, role: invited.role, secret, createdAt: this.#now().toISOString() })
      return { outcome: 'joined', key: await this.#visit(tx, id) }
    })
  }

  /** The key of a new visit, or nothing where name and passphrase do not go together. */
  async signIn(name: string, passphrase: string): Promise<string | undefined> {
    const [person] = await this.#store.db.select().from(people).where(eq(people.name, name))
    if (!(await opens(person?.secret, passphrase)) || !person) return undefined
    return this.#store.write((tx) => this.#visit(tx, person.id))
  }

  /** Who a visit's key belongs to. */
  async of(key: string | undefined): Promise<Person | undefined> {
    if (!key) return undefined
    const [person] = await this.#store.db
      .select(told)
      .from(visits)
      .innerJoin(people, eq(people.id, visits.personId))
      .where(and(eq(visits.hash, hashOf(key)), gt(visits.expiresAt, this.#now().toISOString())))
    return person
  }

  async signOut(key: string): Promise<void> {
    await this.#store.write((tx) => tx.delete(visits).where(eq(visits.hash, hashOf(key))))
  }

  /** Changes what somebody may do. The last who keeps the firm stays so. @returns whether it was done */
  async change(id: string, role: Role): Promise<boolean> {
    return this.#store.write(async (tx) => {
      if (role !== 'keep' && !(await this.#keptBeside(tx, id))) return false
      await tx.update(people).set({ role }).where(eq(people.id, id))
      return true
    })
  }

  /** Takes somebody out, with every browser they are signed in on; what they did stays under their name. */
  async remove(id: string): Promise<boolean> {
    return this.#store.write(async (tx) => {
      if (!(await this.#keptBeside(tx, id))) return false
      await tx.delete(visits).where(eq(visits.personId, id))
      await tx.delete(people).where(eq(people.id, id))
      return true
    })
  }

  async #keptBeside(tx: Tx, id: string): Promise<boolean> {
    const [other] = await tx
      .select({ id: people.id })
      .from(people)
      .where(and(eq(people.role, 'keep'), ne(people.id, id)))
    return other !== undefined
  }

  async #visit(tx: Tx, personId: string): Promise<string> {
    const key = newKey()
    await tx.delete(visits).where(lte(visits.expiresAt, this.#now().toISOString()))
    await tx.insert(visits).values({ hash: hashOf(key), personId, expiresAt: this.#in(VISIT_DAYS) })
    return key
  }

  #in = (days: number) => new Date(this.#now().getTime() + days * DAY).toISOString()
}

type Tx = Parameters<Parameters<Database['write']>[0]>[0]
const told = { id: people.id, name: people.name, role: people.role }
