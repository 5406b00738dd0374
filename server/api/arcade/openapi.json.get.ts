import { openApi } from '@core/posting/openapi'

let made: object | null = null

/** What this arcade understands (OpenAPI 3.1). */
export default defineApi(() => (made ??= openApi()))
