# frozen_string_literal: true

# What a text means where the truck is and after what was asked: the steps that it tells, or what to answer
# instead. A word belongs to the stop that can be meant; what cannot be (delivered before it is loaded, two towns
# in three minutes) is asked back and moves nothing.
class Core::Tracking::Conversation
  # status - of the trip: sent, accepted, rolling or delivered; outcome - Core::Tracking::Outcome
  # drive_minutes - Hash of stop id to the planned minutes of driving to it, to the first from where he was
  # empty; free_at - when the trip before was done, or nil; unsigned_id - the stop that was
  # delivered and whose signer we asked for, or nil; doubted_id - the stop of which we asked whether he is there
  # already, or nil; at - Time of the text
  Standing = Core::Value.of(:status, :outcome, :drive_minutes, :free_at, :unsigned_id, :doubted_id, :at)
  # A step to be told: kind - of a check-in; stop_id - nil where it belongs to none; signer, short, quantity -
  # or nil
  Tell = Core::Value.of(:kind, :stop_id, :signer, :short, :quantity)
  # answer - noted, again (told already), back (asked, by `why`: not_loaded, not_delivered, too_soon, which_stop,
  #          which_town, other_place or not_there), signed, message, question, help or language
  # tells - Array of Tell, none unless noted or signed; stop_id - the stop that is spoken of
  Reading = Core::Value.of(:answer, :tells, :why, :stop_id)

  # Nobody drives a leg in less than this part of its planned time: common practice, and wide enough for a plan
  # that is off by a third.
  SOONEST_PERCENT = 50

  # meaning - Words::Meaning; standing - nil where he has no trip. Returns Reading.
  def self.read(meaning, standing) = new(meaning, standing).read

  def initialize(meaning, standing)
    @meaning = meaning
    @standing = standing
    @progress = standing ? standing.outcome.progress : []
    @last = @progress.rindex { |stop| [stop.arrived_at, stop.worked_at, stop.left_at].any? }
  end

  def read
    return reading(@meaning.kind) if %w[question help language].include?(@meaning.kind)
    return reading("message") if @meaning.kind.nil? || @standing.nil?

    found = send(@meaning.kind)
    elsewhere?(found) ? back("other_place", @progress.find { |stop| stop.stop_id == found.stop_id }) : found
  end

  private

  def reading(answer, tells = [], why: nil, stop: nil) =
    Reading.new(answer:, tells:, why:, stop_id: stop&.stop_id)

  def note(stop, *kinds, **facts) =
    reading(
      "noted",
      kinds.each_with_index.map { |kind, i| tell(kind, stop, **(i.zero? ? facts : {})) },
      stop:
    )

  def tell(kind, stop, signer: nil, short: nil, quantity: nil) =
    Tell.new(kind:, stop_id: stop&.stop_id, signer:, short:, quantity:)

  # Does he name the place of another stop than the one that is meant?
  def elsewhere?(found) =
    found.stop_id && @meaning.stop_ids.any? && !@meaning.stop_ids.include?(found.stop_id)

  def back(why, stop = nil) = reading("back", why:, stop:)
  def again(stop = nil) = reading("again", stop:)
  def message = reading("message")
  def facts = @meaning.to_h.slice(:signer, :short, :quantity)

  # The stop that the truck stands at, nil while it drives or has not begun.
  def here = (@progress[@last] if @last && @progress[@last].left_at.nil? && !over?)
  def over? = !@progress.last.nil? && !@progress.last.worked_at.nil?
  def working? = here && here.worked_at.nil?
  def following = @progress[(@last || -1) + 1]
  # The stop whose freight is handled next, past stops of our own: the one where it stands, or one ahead.
  def ahead = @progress.drop(working? ? @last : (@last || -1) + 1).find { |stop| freight(stop) }
  # Left, as a device tells, without a word of its freight: a later word may still be of it.
  def missed = (@progress[@last] if @last && here.nil? && !over? && @progress[@last].worked_at.nil?)

  # Whether freight comes aboard at a stop or goes off; nil at a stop of our own. With a swap the load comes to
  # the crew that begins there, and leaves the one that ends there.
  def freight(stop)
    return stop.kind if %w[pickup delivery].include?(stop.kind)

    return unless stop.kind == "swap"

    stop == @progress.first ? "pickup" : "delivery"
  end

  # Of which stop a word of loading or delivering is; nil where it may be of two.
  def meant(kind)
    return ahead unless missed && freight(missed) == kind

    here_or_there = [missed, ahead].compact.select { |stop| freight(stop) == kind }
    named = here_or_there.find { |stop| @meaning.stop_ids.include?(stop.stop_id) } and return named
    missed if here_or_there.one? || too_soon?(ahead)
  end

  def begun? = @standing.outcome.on_my_way_at || @last
  def unsigned = @progress.find { |stop| stop.stop_id == @standing.unsigned_id }

  # Has so little time passed since the last step that the truck cannot be there?
  def too_soon?(stop)
    return false if stop == here || sure?(stop)

    from = @last ? [@progress[@last].left_at, @progress[@last].worked_at].compact.last : @standing.free_at
    minutes = @standing.drive_minutes[stop.stop_id].to_i
    from && minutes.positive? && (@standing.at - from) < minutes * 60 * SOONEST_PERCENT / 100
  end

  # He was asked whether he is there, and names the place: he may have told the step before late.
  def sure?(stop) = @standing.doubted_id == stop.stop_id && @meaning.stop_ids.include?(stop.stop_id)

  def accepted = @standing.status == "sent" ? reading("noted", [tell("accepted", nil)]) : again
  def thanks = again

  def moving
    return again(@progress.first) if begun? && here.nil?

    begun? ? left : reading("noted", [tell("on_my_way", nil)], stop: @progress.first)
  end

  def left
    return unsigned ? again(unsigned) : message if over?
    return gone_already if here.nil?
    return back("not_delivered", here) if working? && here.kind == "delivery"

    note(here, "left")
  end

  def gone_already = @last ? again(@progress[@last]) : back("not_there", @progress.first)

  def arrived
    return again(here) if working?
    return message if over? || following.nil?

    too_soon?(following) ? back("too_soon", following) : note(following, "arrived")
  end

  def loaded
    return message if over?
    return again(here) if loaded_already?

    handled("pickup", "not_delivered", leaves: @meaning.leaves, **facts.except(:signer))
  end

  def loaded_already? =
    here && !working? && freight(here) == "pickup" &&
      (ahead.nil? || freight(ahead) != "pickup" || too_soon?(ahead))

  # Freight comes aboard or goes off, at the stop that can be meant.
  def handled(kind, otherwise, leaves: false, **facts)
    stop = meant(kind)
    if stop.nil?
      return missed ? back("which_town", missed) : again(@progress.reverse.find { |one| freight(one) })
    end
    return back(otherwise, stop) unless freight(stop) == kind
    return back("too_soon", stop) if stop != missed && too_soon?(stop)

    note(stop, *[stop.work_kind, ("left" if leaves)].compact, **facts)
  end

  # What is done at a stop of our own.
  def dropped = own
  def hooked = own
  def parked = own
  def swapped = own

  def own
    stop = [(here if working?), missed, following].compact.find { |one| one.work_kind == @meaning.kind }
    return message if over? || stop.nil?

    stop == following && too_soon?(stop) ? back("too_soon", stop) : note(stop, stop.work_kind)
  end

  def delivered
    return answered if unsigned
    return again(@progress.last) if over?

    deliver
  end

  def deliver = handled("delivery", "not_loaded", **facts)

  # "Delivered" and a name while we wait for a name: it is of the stop that was asked about, unless the truck
  # has come to the next; where it may have, nobody can tell.
  def answered
    return deliver if working?
    return signed_for if @meaning.signer && @meaning.stop_ids.include?(unsigned.stop_id)
    return deliver if @meaning.stop_ids.any?
    if over? || ahead.nil? || freight(ahead) != "delivery" || too_soon?(ahead)
      return @meaning.signer ? signed_for : again(unsigned)
    end

    @meaning.signer ? back("which_stop", unsigned) : deliver
  end

  def signed_for = reading("signed", [tell("delivered", unsigned, **facts)], stop: unsigned)

  def signed
    return signed_for if unsigned
    return message if over?
    return back("not_loaded", ahead) if ahead && freight(ahead) == "pickup"

    missed || working? ? deliver : message
  end

  # A name and nothing else is the answer to our question, or nothing that we understand.
  def name = unsigned && !working? ? signed_for : message
end
