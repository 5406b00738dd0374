// @vitest-environment happy-dom
import { keepsAnywhere, keepsOn } from '../../../tests/support/conformance'

// Wide and tall are two files, so that they are looked at beside each other.
keepsOn('wide')
keepsAnywhere()
