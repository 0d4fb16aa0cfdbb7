import { newId, type Schemas } from '@/api/client'
import { useOpenJob } from '@/areas/job/open'

type Finding = Schemas['FindingView']
type Suggestion = Schemas['Suggestion']

/** usePropose puts work before the owner, or onto the sheet as done. */
export function usePropose() {
  const { job, pen } = useOpenJob()

  const propose = (finding: Finding | undefined, s: Suggestion) =>
    pen.record({
      item: {
        finding: finding?.id,
        operation: s.operation,
        title: s.title,
        minutes: s.minutes,
        parts: s.parts,
      },
    })

  /** Put right on the spot: it stands under Done. It is charged only where the owner came for just that. */
  async function onTheWay(f: Finding, s: Suggestion, charged: boolean) {
    const id = newId()
    const item = {
      finding: f.id,
      operation: s.operation,
      title: s.title,
      minutes: s.minutes,
      labour_minor: charged ? s.labour_minor : 0,
      on_the_way: true,
    }
    if (await pen.record({ item }, undefined, id)) await pen.record({ work: { item: id } })
  }

  async function proposeAll(open: Finding[]) {
    for (const f of open) {
      const s = f.suggested[0]
      // One piece of work may settle several findings: what is offered meanwhile is not offered again.
      if (job.value.findings.find((now) => now.id === f.id)?.status !== 'open') continue
      if (s && !(await propose(f, s))) return
    }
  }
  return { propose, onTheWay, proposeAll }
}
