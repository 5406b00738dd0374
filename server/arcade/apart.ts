import { spawn, type ChildProcess } from 'node:child_process'
import { readFile } from 'node:fs/promises'
import { existsSync } from 'node:fs'
import type { UserError } from '@core/errors'

export interface ProcessLimits {
  /** Milliseconds. */
  time: number
  /** Megabytes of the whole process, native code's too. */
  memory: number
  /** Seconds of processor. */
  cpu: number
  /** What is said when it takes longer, or more. */
  late: UserError
  large: UserError
}

/** How often the size of the process is looked at, ms. */
const LOOK_MS = 50
/** Bytes of answer that are taken. */
const MOST_ANSWER = 32_000_000
const SHELL = '/bin/sh'

const children = new Set<ChildProcess>()
/** Ends all of them, when this process ends. */
export function endApart(): void {
  for (const child of children) child.kill('SIGKILL')
}

/** Of what a process complained about, the line that says what it was. */
const lastWords = (complaint: string): string =>
  (/^.*error.*$/im.exec(complaint)?.[0] ?? complaint.trim().split('\n').at(-1) ?? '').slice(0, 400)

/** Resident size of a process in bytes; 0 where the system does not tell (proc_pid_statm). */
async function residentBytes(pid: number): Promise<number> {
  const text = await readFile(`/proc/${pid}/statm`, 'utf8').catch(() => '')
  return Number(text.split(' ')[1] ?? 0) * 4096
}

/**
 * Runs a script in a process of its own, hands it `input`, and resolves with what it wrote. The system holds it to its
 * memory and processor time (setrlimit: RLIMIT_DATA, RLIMIT_CPU) where there is a shell, and it is looked after here
 * too. It gets nothing of this process's environment. Rejects with `late` or `large` when it took too much, and with
 * an Error when it ended badly.
 */
export function runApart(script: string, input: string, limits: ProcessLimits): Promise<string> {
  // The heap of JavaScript itself stays well below what the process may have. Threads that help to collect take more of
  // the processors in so short a life than they save.
  const heap = `--max-old-space-size=${Math.floor(limits.memory / 2)}`
  const node = [process.execPath, heap, '--single-threaded-gc', script]
  const limited = existsSync(SHELL)
  const [command, args] = limited
    ? [
        SHELL,
        [
          '-c',
          'ulimit -d "$1"; ulimit -t "$2"; ulimit -c 0; shift 2; exec "$@"',
          'sh',
          String(limits.memory * 1024),
          String(limits.cpu),
          ...node,
        ],
      ]
    : [node[0]!, node.slice(1)]
  const child = spawn(command, args, { stdio: ['pipe', 'pipe', 'pipe'], env: { NODE_ENV: 'production' } })
  children.add(child)
  return new Promise<string>((resolve, reject) => {
    const said: Buffer[] = []
    let length = 0
    let complaint = ''
    let reason: Error | null = null
    const stop = (why: Error) => {
      reason ??= why
      child.kill('SIGKILL')
    }
    const timer = setTimeout(() => stop(limits.late), limits.time)
    const eye = setInterval(() => {
      void residentBytes(child.pid ?? 0).then((bytes) => {
        if (bytes > limits.memory * 1e6) stop(limits.large)
      })
    }, LOOK_MS)
    child.stdout.on('data', (chunk: Buffer) => {
      length += chunk.length
      if (length > MOST_ANSWER) stop(limits.large)
      else said.push(chunk)
    })
    child.stderr.on('data', (chunk: Buffer) => {
      complaint = (complaint + chunk.toString()).slice(-2000)
    })
    child.on('error', (error) => (reason ??= error))
    child.on('close', (code, signal) => {
      clearTimeout(timer)
      clearInterval(eye)
      children.delete(child)
      if (reason !== null) return reject(reason)
      if (code === 0) return resolve(Buffer.concat(said).toString('utf8'))
      if (signal === 'SIGXCPU' || signal === 'SIGKILL') return reject(limits.late)
      // Out of memory by its own word: V8 says so before it gives up, native code throws or is refused.
      if (
        signal === 'SIGABRT' ||
        signal === 'SIGSEGV' ||
        signal === 'SIGTRAP' ||
        /out of memory|bad_alloc|allocat/i.test(complaint)
      )
        return reject(limits.large)
      reject(new Error(`the process ended early (${code ?? signal}): ${lastWords(complaint)}`))
    })
    child.stdin.on('error', () => undefined)
    child.stdin.end(input)
  })
}
