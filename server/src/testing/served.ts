import { mkdtempSync, rmSync } from 'node:fs'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { pino } from 'pino'
import { afterAll, beforeAll } from 'vitest'
import { application } from '../app.ts'
import { openDatabase } from '../store/database.ts'

/** The server on a database of its own for the tests of one file. @param signIn does anybody have to sign in? */
export function served({ signIn = false } = {}) {
  const folder = mkdtempSync(join(tmpdir(), 'lantern-server-'))
  let store: Awaited<ReturnType<typeof openDatabase>>
  let server: Server
  let url = ''
  beforeAll(async () => {
    store = await openDatabase(join(folder, 'test.sqlite'), resolve(import.meta.dirname, '../../migrations'))
    server = application(store, {
      webFolder: folder,
      log: pino({ level: 'silent' }),
      controllerPort: 1,
      signIn,
    }).listen(0, '127.0.0.1')
    // A test that computes for seconds stands in the server's way: a connection it then uses again must not have been given up.
    server.keepAliveTimeout = 120_000
    await new Promise((ready) => server.once('listening', ready))
    url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  })
  afterAll(async () => {
    server.close()
    server.closeAllConnections()
    await store.close()
    rmSync(folder, { recursive: true })
  })
  return {
    folder,
    get url() {
      return url
    },
    get store() {
      return store
    },
    /** Asks the server; what it says comes parsed, or as nothing where it says nothing. */
    async ask<T = Record<string, unknown>>(path: string, send?: unknown, method = send === undefined ? 'GET' : 'POST') {
      const body = typeof send === 'string' ? send : JSON.stringify(send)
      const answer = await fetch(url + path, {
        method,
        ...(send === undefined ? {} : { headers: { 'content-type': 'application/json' }, body }),
      })
      return { status: answer.status, said: (await answer.json().catch(() => ({}))) as T }
    },
  }
}
