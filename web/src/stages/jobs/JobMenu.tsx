import { useQueryClient } from '@tanstack/react-query'
import { Ellipsis } from 'lucide-react'
import { toast } from 'sonner'
import { api, type JobRow, type Shelf } from '../../data/api.ts'
import { download } from '../../ui/download.ts'
import { Menu, MenuItem, MenuLine } from '../../ui/menu.tsx'
import { slug, useAddJob } from './add-job.ts'
import { moreLooks } from './more-looks.ts'

/** What can be done with a whole job. Nothing here wipes anything: what is taken out can be brought back. */
export function JobMenu({ job }: { job: JobRow }) {
  const queries = useQueryClient()
  const add = useAddJob(() => toast('Copied: the survey and the plan. What was seen on the wall stays with the first.'))
  const failed = (error: Error) => toast.error(error.message, { duration: 12_000 })
  const lay = async (shelf: Shelf, says: string, undone: Shelf) => {
    await api.layJob(job.id, shelf)
    await queries.invalidateQueries({ queryKey: ['jobs'] })
    toast(says, {
      duration: 10_000,
      action: {
        label: 'Undo',
        onClick: () => void api.layJob(job.id, undone).then(() => queries.invalidateQueries({ queryKey: ['jobs'] })),
      },
    })
  }
  const move = (shelf: Shelf, says: string) => void lay(shelf, says, job.shelf).catch(failed)
  const copy = async () => {
    const { document } = await api.job(job.id)
    const title = `${document.title.slice(0, 73)}, copy`
    add.mutate({ id: slug(title), document: { ...document, title, before: null } })
  }
  const save = async () =>
    download(`${job.id}.lantern.json`, JSON.stringify(await api.jobFile(job.id), null, 2), 'application/json')
  return (
    <Menu label={`More for ${job.title}`} trigger={<Ellipsis aria-hidden size={20} />} className={moreLooks} open>
      <MenuItem does={() => void copy().catch(failed)}>Copy</MenuItem>
      <MenuItem does={() => void save().catch(failed)}>Save as a file</MenuItem>
      <MenuLine />
      {job.shelf !== 'open' && (
        <MenuItem does={() => move('open', `${job.title} is back on the board.`)}>Bring back</MenuItem>
      )}
      {job.shelf !== 'away' && <MenuItem does={() => move('away', `${job.title} is put away.`)}>Put away</MenuItem>}
      {job.shelf !== 'out' && <MenuItem does={() => move('out', `${job.title} is taken out.`)}>Take out</MenuItem>}
    </Menu>
  )
}
