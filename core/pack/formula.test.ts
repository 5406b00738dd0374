import { describe, expect, it } from 'vitest'
import { hasFormula, texOf } from './formula'

describe('mathematics in a text', () => {
  it.each([
    ['Gull', false],
    ['$5 for one', false],
    ['$5 or $6', true],
    ['$\\frac12$', true],
    ['$a\nb$', false],
    ['$$', false],
  ])('%j: %s', (text, is) => {
    expect(hasFormula(text)).toBe(is)
    expect(texOf(text) !== null).toBe(is)
  })

  it('is TeX with the words around it as text', () => {
    expect(texOf('$\\frac{1}{2}$')).toBe('{\\frac{1}{2}}')
    expect(texOf('Half of $x^2$')).toBe('\\text{Half}\\text{ }\\text{of}\\text{ }{x^2}')
  })

  it('takes nothing in the words for a command', () => {
    expect(texOf('100 % of {a} & b_c #1: $x$')).toContain('\\text{\\%}')
    expect(texOf('a\\b ~c^d $x$')).toBe(
      '\\text{a}\\backslash \\text{b}\\text{ }{\\sim}\\text{c}\\wedge \\text{d}\\text{ }{x}',
    )
  })

  it('breaks long lines between words, and never inside a formula', () => {
    const tex = texOf('What is the sum of all angles of a triangle, if one is $\\frac{\\pi}{2}$ and one $\\alpha$?')!
    expect(tex).toMatch(/^\\begin\{array\}\{c\}.*\\end\{array\}$/)
    expect(tex.split('\\\\').length).toBeGreaterThan(2)
    expect(tex).toContain('{\\frac{\\pi}{2}}')
    expect(texOf('One line\nand $x$')!.split('\\\\')).toHaveLength(2)
  })
})
