/** What every list, count and analysis looks through: the one place that turns it into SQL. */
export interface Lens {
  /** The newest builds of each lane. */
  span: number
  branch: string | null
  environments: string[] | null
  /** A browser, device or operating system that runs were made on. */
  profile: string | null
  release: string | null
  /** Trial runs, which stay out of everything else, in place of the record. */
  trial: boolean
}

/**
 * Whether a run is seen through the lens, of whatever age; aliases \`r\` the run, \`l\` its lane, \`e\` its environment.
 * Binds: branch, environments, profile, release, trial.
 */
export const IN_LENS = `(
  l.trial = $trial and ($branch::text is null or l.branch = $branch) and ($environments::text[] is null or e.name = any($environments))
  and ($profile::text is null or r.profile = $profile)
  and ($release::text is null or r.release_id = (select v.id from release v where v.project_id = r.project_id and v.name = $release)))`

/** The place of a run's build in its lane, counted from the newest: a run that was made again counts with its build. To be used within \`over\`'s select. */
export const NTH_BUILD = `
count(*) filter (where ordinal = 1) over (partition by lane_id order by sort_key desc) + case when ordinal > 1 then 1 else 0 end`
