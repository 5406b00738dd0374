/** The last request counts: `begin` answers with a question that is true until somebody begins anew, or `end`s all. */
export function latest(): { begin(): () => boolean; end(): void } {
  let turn = 0
  return {
    begin() {
      const mine = ++turn
      return () => mine === turn
    },
    end() {
      turn++
    },
  }
}
