/** An instant (epoch ms) as it stands in the names of files and folders: sorted by name is sorted by time. */
export const stampInName = (at: number): string => new Date(at).toISOString().replaceAll(/[:.]/g, '-');
