/** How the button of a job's menu looks, before its menu is there and after. */
export const moreLooks =
  'relative z-10 -mt-2 -mr-2 grid size-11 shrink-0 place-items-center rounded-control hover:bg-well'
