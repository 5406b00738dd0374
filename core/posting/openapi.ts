import * as z from 'zod'
import {
  EmailRequest,
  Figures,
  GamePage,
  GameView,
  InviteRequest,
  KeyAnswer,
  LiveRequest,
  MailView,
  NewInvite,
  OwnerView,
  PlayEvent,
  PostingView,
  PostRequest,
  Problem,
  ReportRequest,
  ScoreRequest,
  ScoreRow,
  ScoreTicket,
  VisibilityRequest,
} from './protocol'

const Done = z.object({ ok: z.boolean() })

/** `key`: the maker's key in the header. `seen`: whoever may see the game; private games need a cookie. */
type Needs = 'key' | 'seen' | 'cookie' | 'nothing'

interface Route {
  method: 'get' | 'post' | 'put' | 'delete'
  path: string
  what: string
  needs: Needs
  body?: z.ZodType
  answer?: z.ZodType
  /** When it is not JSON. */
  type?: string
}

/** Every request the arcade answers, but for uploads, which are tus 1.0. */
export const ROUTES: readonly Route[] = [
  { method: 'post', path: '/keys', what: 'A new key, told this once', needs: 'nothing', answer: KeyAnswer },
  {
    method: 'post',
    path: '/session',
    what: 'The cookie that shows makers their own games',
    needs: 'key',
    answer: Done,
  },
  { method: 'delete', path: '/session', what: 'Ends it', needs: 'nothing', answer: Done },
  {
    ...{ method: 'post', path: '/keys/change', what: 'Another key in its place, told this once', needs: 'key' },
    answer: KeyAnswer,
  },
  { method: 'post', path: '/postings', what: 'Posts an upload', needs: 'key', body: PostRequest, answer: PostingView },
  { method: 'get', path: '/postings/{id}', what: 'The posting now', needs: 'key', answer: PostingView },
  {
    ...{ method: 'get', path: '/postings/{id}/events', what: 'Its states as they change, each a posting' },
    ...{ needs: 'cookie', answer: PostingView, type: 'text/event-stream' },
  },
  { method: 'post', path: '/postings/{id}/release', what: 'Lets a held release go', needs: 'key', answer: PostingView },
  {
    method: 'get',
    path: '/games',
    what: 'A page of public games; filters as in the list, and what comes after with ?after=',
    needs: 'nothing',
    answer: GamePage,
  },
  { method: 'get', path: '/games/{game}', what: 'One game, by postcode', needs: 'seen', answer: GameView },
  { method: 'delete', path: '/games/{game}', what: 'Deletes it for good', needs: 'key', answer: Done },
  { method: 'get', path: '/games/{game}/owner', what: 'Releases and invites', needs: 'key', answer: OwnerView },
  {
    ...{ method: 'put', path: '/games/{game}/visibility', what: 'Who can see it, at once', needs: 'key' },
    ...{ body: VisibilityRequest, answer: OwnerView },
  },
  {
    ...{ method: 'put', path: '/games/{game}/live', what: 'Which release is played; 0 for none', needs: 'key' },
    ...{ body: LiveRequest, answer: OwnerView },
  },
  {
    ...{ method: 'post', path: '/games/{game}/invites', what: 'A new invite', needs: 'key' },
    ...{ body: InviteRequest, answer: NewInvite },
  },
  { method: 'delete', path: '/games/{game}/invites/{invite}', what: 'Takes one back', needs: 'key', answer: OwnerView },
  { method: 'get', path: '/games/{game}/figures', what: 'Plays by day and release', needs: 'key', answer: Figures },
  { method: 'post', path: '/games/{game}/plays', what: 'Counts a play', needs: 'seen', body: PlayEvent, answer: Done },
  { method: 'get', path: '/games/{game}/scores', what: 'The table', needs: 'seen', answer: z.array(ScoreRow) },
  {
    ...{ method: 'post', path: '/games/{game}/scores', what: 'A score, with the play that made it', needs: 'seen' },
    ...{ body: ScoreRequest, answer: z.array(ScoreRow) },
  },
  {
    method: 'post',
    path: '/games/{game}/scores/ticket',
    what: 'The seed to play with',
    needs: 'seen',
    answer: ScoreTicket,
  },
  {
    method: 'post',
    path: '/games/{game}/reports',
    what: 'Something is wrong',
    needs: 'seen',
    body: ReportRequest,
    answer: Done,
  },
  {
    method: 'post',
    path: '/games/{game}/emails',
    what: 'Leaves an address',
    needs: 'seen',
    body: EmailRequest,
    answer: Done,
  },
  {
    ...{ method: 'get', path: '/games/{game}/emails', what: 'Addresses not due to be deleted', needs: 'key' },
    answer: z.object({ emails: z.array(z.object({ email: z.string(), until: z.string() })) }),
  },
  {
    method: 'get',
    path: '/games/{game}/pack',
    what: 'The pack, where copies are allowed',
    needs: 'seen',
    type: 'application/zip',
  },
  {
    ...{ method: 'get', path: '/titles', what: 'Whether ?title= is taken', needs: 'nothing' },
    answer: z.object({ taken: z.boolean() }),
  },
  {
    ...{ method: 'get', path: '/mail', what: 'Letters to a maker', needs: 'key' },
    answer: z.object({ letters: z.array(MailView), readUntil: z.string() }),
  },
  { method: 'post', path: '/mail', what: 'All of it was read', needs: 'key', answer: Done },
] as Route[]

const shape = (schema: z.ZodType) => z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' })

/** The arcade's protocol as OpenAPI 3.1. */
export function openApi(): object {
  const paths: Record<string, Record<string, object>> = {}
  for (const { method, path, what, needs, body, answer, type } of ROUTES) {
    const content = { [type ?? 'application/json']: answer === undefined ? {} : { schema: shape(answer) } }
    const parameters = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
      ...{ name, in: 'path', required: true },
      schema: { type: 'string' },
    }))
    ;(paths[`/api/arcade${path}`] ??= {})[method] = {
      summary: what,
      ...(parameters.length === 0 ? {} : { parameters }),
      ...(needs === 'key'
        ? { security: [{ key: [] }] }
        : needs === 'nothing'
          ? {}
          : { security: [{}, { cookie: [] }] }),
      ...(body === undefined ? {} : { requestBody: { content: { 'application/json': { schema: shape(body) } } } }),
      responses: {
        200: { description: what, content },
        default: {
          description: 'Problem details (RFC 9457)',
          content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
        },
      },
    }
  }
  return {
    openapi: '3.1.0',
    info: { title: 'The arcade of Pack Post', version: '1' },
    paths,
    components: {
      schemas: { Problem: shape(Problem) },
      securitySchemes: {
        key: { type: 'http', scheme: 'bearer' },
        cookie: { type: 'apiKey', in: 'cookie', name: 'pack-post-session' },
      },
    },
  }
}
