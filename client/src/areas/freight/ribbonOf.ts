import type { Schemas } from '@/shared/api'
import type { Lane, Mark } from '@/shared/ribbon/marks'

/** A load on its ruler: what was promised at each stop, what is planned, what has happened. */
export function ribbonOf(load: Schemas['Load']): Lane[] {
  const trips = load.trips.filter(({ status }) => status !== 'cancelled' && status !== 'declined')
  const lanes = [{ name: 'Promised', marks: promised(load) }]
  const planned = trips.flatMap((trip): Mark[] =>
    trip.begins_at && trip.ends_at
      ? [
          {
            shape: 'plan',
            from: Date.parse(trip.begins_at),
            to: Date.parse(trip.ends_at),
            label: `Trip ${trip.number} planned, ${trip.drivers.map(({ name }) => name).join(' and ')}`,
          },
        ]
      : [],
  )
  if (planned.length) lanes.push({ name: 'Planned', marks: planned })
  const happened = trips.flatMap(happenedOn)
  if (happened.length) lanes.push({ name: 'Happened', marks: happened })
  return lanes.filter(lane => lane.marks.length)
}

function promised(load: Schemas['Load']): Mark[] {
  return load.stops.flatMap((stop): Mark[] => {
    const from = stop.from ?? stop.to
    if (!from) return []
    return [
      {
        shape: 'promise',
        from: Date.parse(from),
        to: Date.parse(stop.to ?? from),
        letter: stop.kind === 'pickup' ? 'P' : 'D',
        label: `${stop.kind} ${stop.town}`,
        zone: stop.zone,
      },
    ]
  })
}

function happenedOn(trip: Schemas['Trip']): Mark[] {
  const at = (stop: Schemas['TripStop']): Mark[] => {
    if (!stop.arrived_at) return []
    const arrived: Mark = {
      shape: 'event',
      from: Date.parse(stop.arrived_at),
      label: `arrived ${stop.town}`,
      zone: stop.zone,
    }
    const left = stop.left_at ?? stop.worked_at
    return left
      ? [
          {
            shape: 'done',
            from: Date.parse(stop.arrived_at),
            to: Date.parse(left),
            label: `at ${stop.town}`,
            zone: stop.zone,
          },
          arrived,
        ]
      : [arrived]
  }
  const started = trip.check_ins.find(({ kind }) => kind === 'on_my_way')
  return [
    ...(started ? [{ shape: 'event', from: Date.parse(started.done_at), label: 'on the way' } as Mark] : []),
    ...trip.stops.flatMap(at),
  ]
}
