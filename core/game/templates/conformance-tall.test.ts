// @vitest-environment happy-dom
import { keepsOn } from '../../../tests/support/conformance'

keepsOn('tall')
