import { expect, it } from 'vitest'
import { holderIn, licenceIn } from './terms'

const MIT = 'Permission is hereby granted, free of charge, to any person obtaining a copy'
const GPL = 'GNU GENERAL PUBLIC LICENSE\nVersion 2, June 1991'

it('terms of which one may choose are those that ask for the least; else the strictest that is there counts', () => {
  expect(licenceIn(`You may choose either or both of these licenses.\n${MIT}\n${GPL}`)).toBe('MIT')
  expect(licenceIn(`This game is dual-licensed.\n${GPL}\n${MIT}`)).toBe('MIT')
  expect(licenceIn(`The game:\n${MIT}\nA library in it:\n${GPL}`)).toBe('GPL-2.0-only')
  expect(licenceIn(`dual-licensed\n${GPL}`)).toBe('GPL-2.0-only')
  expect(licenceIn(MIT.replace('obtaining a', 'obtaining\na'))).toBe('MIT')
  expect(licenceIn('Ask me first.')).toBe('')
})

it('a holder is named without years, marks and addresses', () => {
  expect(holderIn('MIT License\n\nCopyright (c) 2019-2024 Saltwick Club <a@b.example>\n')).toBe('Saltwick Club')
  expect(holderIn('No names here')).toBe('')
})
