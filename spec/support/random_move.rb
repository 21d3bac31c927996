# frozen_string_literal: true

# One random order of correcting, attesting, asking, answering and sending an oversize load, held against what the offices
# themselves have on their desks.
class RandomMove
  WIDTHS_IN = [164, 168, 172].freeze
  ACTS = %i[
    correct
    grow
    attest
    attest
    ask
    ask
    answer
    answer
    ask_anew
    amend
    give_up
    dispatch
    dispatch
    dispatch
  ].freeze

  def initialize(example, random)
    @example = example
    @random = random
    @key = 0
  end

  # nil where all went well, or what went wrong after which act.
  def run
    @load_id = @example.pump_house
    attempt { |key| Work::Permits::MakeFile.call(@load_id, { key: }, **clerk) }
    30.times do
      act = ACTS.sample(random: @random)
      send(act)
      wrong = wrong_answer || wrong_start
      return "after #{act}: #{wrong}" if wrong
      break if sent?
    end
    nil
  end

  private

  def clerk = { by: @example.tobias, now: @example.now }
  def attempt
    DB.transaction(savepoint: true) { yield "order #{@key += 1}" }
  rescue Refused, Store::NotFound, Work::Stale
    nil
  end

  def file = Store::Permits.file_of(@load_id)
  def sent? = DB[:loads].where(id: @load_id).get(:status) == "sent"

  def correct
    input = { version: file[:version], width_in: WIDTHS_IN.sample(random: @random) }
    attempt { Work::Permits::ChangeFile.call(@load_id, input, **clerk) }
  end

  # The customer says that it is wider after all.
  def grow = DB[:freight_lines].where(load_id: @load_id).update(width_in: WIDTHS_IN.sample(random: @random))
  def attest = attempt { |key| Work::Permits::ChangeFile.attest(@load_id, { key: }, **clerk) }
  def ask = attempt { |key| Work::Permits::Apply.to_offices(@load_id, { key: }, **clerk) }
  def ask_anew = attempt { |key| Work::Permits::AskAnew.call(@load_id, { key: }, **clerk) }
  def answer = @example.work
  def amend = each_permit { |id, key| Work::Permits::Amend.call(id, { key: }, **clerk) }
  def give_up = each_permit { |id, key| Work::Permits::Cancel.call(id, { key:, why: "Not so" }, **clerk) }
  def dispatch =
    attempt { |key| Work::Freight::SendLoad.call(@load_id, { key: }, by: @example.maren, now: @example.now) }

  def each_permit
    id = Store::Permits.permits(file[:id]).sample(random: @random)&.fetch(:id)
    attempt { |key| yield id, key } if id
  end

  # What an office has on its desk.
  def on_desk(permit)
    @example.offices.instance_variable_get(:@applications)[permit[:office_id]]["form"]["vehicle"]["width_in"]
  end

  # An answer that we keep for something that its office never saw.
  def wrong_answer
    kept = Store::Permits.permits(file[:id]).select { |permit| permit[:status] == "issued" }
    off = kept.find { |permit| permit[:issued_for]["width_in"] != on_desk(permit) } or return
    "#{off[:jurisdiction]} is kept for #{off[:issued_for]["width_in"]} in, and its office saw #{on_desk(off)}"
  end

  # A load on its way without a permit of each state that is at least as wide as it.
  def wrong_start
    return unless sent?

    width_in = [file[:width_in], DB[:freight_lines].where(load_id: @load_id).max(:width_in)].max
    issued = Store::Permits.issued([@load_id]).to_h { |permit| [permit[:jurisdiction], permit] }
    wanted =
      Work::Permits::Draft
        .verdicts(file)
        .reject { |verdict| verdict.needs_permit == false }
        .map(&:jurisdiction)
    none = wanted.find { |state| issued[state].nil? }
    return "sent without #{none}" if none

    less = wanted.find { |state| on_desk(issued[state]) < width_in }
    less && "sent #{width_in} in wide on #{on_desk(issued[less])} in"
  end
end
