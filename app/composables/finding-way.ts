import type { Finding } from '@core/check/finding'
import { useBench } from '~/stores/bench'
import { useCourse } from '~/stores/course'
import { useDesk } from '~/stores/desk'
import { findingPlace } from './finding-place'

/** Leads to where a finding is put right; a place in a course is shown there, in its level. */
export function useFindingWay() {
  const bench = useBench()
  const course = useCourse()
  const desk = useDesk()
  const router = useRouter()
  return async (finding: Finding, pack: string): Promise<void> => {
    const place = findingPlace(pack, finding)
    await router.push(place.to)
    if (place.part === '' || bench.pack?.id !== pack) return
    const { evidence } = finding
    if (evidence.kind !== 'place') return bench.select(place.part, place.entry)
    bench.select(evidence.course)
    course.goTo = { x: Math.floor(evidence.x), y: Math.ceil(evidence.y) - 1 }
    desk.show('course')
  }
}
