import { Link, type LinkProps } from 'react-router'
import { useSession } from './session.js'
import { useLensSearch } from './lens.js'

export interface ProjectLinkProps extends Omit<LinkProps, 'to'> {
  /** Below the project: `runs/149?show=fixed`. */
  to: string
}

/** An address inside the project that keeps the lens. */
export function useProjectPath(): (to: string) => string {
  const { project } = useSession()
  const lens = useLensSearch()
  return (to) => {
    const [path = '', search = ''] = to.split('?')
    const query = [search, lens].filter((part) => part !== '').join('&')
    return `/${project.slug}/${path}${query ? `?${query}` : ''}`
  }
}

/** A link inside the project; it keeps the lens. */
export function ProjectLink({ to, className = 'link', ...props }: ProjectLinkProps) {
  const path = useProjectPath()
  return <Link {...props} className={className} to={path(to)} />
}
