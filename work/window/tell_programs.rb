# frozen_string_literal: true

require "securerandom"

# Tells customers' programs what has become of their loads: each stage once, in order for each load, signed, and again
# until it is taken.
module Work::Window::TellPrograms
  # Nobody else sends what one is about to send.
  HELD_SECONDS = 120
  LOAD = %i[id number reference origin destination].freeze

  # What has happened becomes messages, and those that are due are sent by the worker.
  def self.look(now)
    note(now)
    DB.transaction do
      Store::Window::Programs
        .due(now)
        .group_by { |row| row[:hook_id] }
        .flat_map { |_, rows| rows.first(Core::Window::Hooks.at_once(rows.first[:failures])) }
        .each do |row|
          Store::Window::Programs::Messages.at(row[:id]).update(held_until: now + HELD_SECONDS)
          Jobs::SendHook.enqueue(message_id: row[:id])
        end
    end
  end

  # The stages that are shown, each one once.
  def self.note(now)
    DB.transaction do
      turns = Store::Window::Programs.turns
      turns.group_by { |turn| turn[:load_id] }.each_value { |theirs| note_load(theirs, now) }
      Store::Window::Programs::Turns.where(id: turns.map { |turn| turn[:id] }).delete
    end
  end

  def self.test(hook, now) =
    write(hook, nil, nil, { note: "This is a test: it tells of no load." }, now, type: "test")

  # It was answered. row - of Store::Window::Programs.unsent
  def self.taken(row, now:)
    DB.transaction do
      Store::Window::Programs::Messages.at(row[:id]).update(answered_at: now, problem: "", held_until: nil)
      Store::Window::Programs::Hooks.at(row[:hook_id]).update(failures: 0, due_at: nil, taken_at: now)
    end
  end

  # It was not: when it is sent again, and whether at all.
  def self.failed(row, problem, now:)
    DB.transaction do
      failures = row[:failures] + 1
      due_at = now + Core::Window::Hooks.wait_seconds(failures)
      Store::Window::Programs::Hooks.at(row[:hook_id]).update(failures:, due_at:)
      message = Store::Window::Programs::Messages.at(row[:id])
      message.update(tries: row[:tries] + 1, problem:, held_until: nil)
      next unless Core::Window::Hooks.gives_up?(row[:made_at], now)

      # Where others were taken since, it is this one that is not.
      if row[:taken_at] && row[:taken_at] > row[:made_at]
        message.update(gave_up_at: now)
      else
        give_up(row, problem, now)
      end
    end
  end

  def self.note_load(turns, now)
    load = Store::Freight.load(turns.first[:load_id])
    shown = Store::Window.rules(load[:customer_id]).stages
    stages = turns.map { |turn| stage(turn) }
    Store::Window::Programs
      .hooks(load[:customer_id])
      .each do |hook|
        last = Store::Window::Programs.last(hook[:id], load[:id])
        before, place = last&.fetch(:stage), last&.fetch(:place).to_i
        Core::Window::Hooks
          .told(stages, before, shown)
          .each do |stage|
            told = { load: { **load.slice(*LOAD), stage: }, before:, place: place += 1 }
            write(hook, load[:id], stage, told, now, place:)
            before = stage
          end
      end
  end

  # Where its own stops are done it is delivered, whatever else is aboard.
  def self.stage(turn) = Core::Window.stage(turn[:status] || "rolling", done: turn[:status].nil?)

  def self.write(hook, load_id, stage, data, now, place: 0, type: "load.stage")
    Store::Window::Programs::Messages.insert(
      hook_id: hook[:id],
      load_id:,
      stage:,
      place:,
      body: JSON.generate(type:, timestamp: now.utc.iso8601, data:),
      made_at: now
    )
  end

  # Whoever made it hears of it.
  def self.give_up(row, problem, now)
    hook = Store::Window::Programs::Hooks.where(id: row[:hook_id], stopped_at: nil)
    return if hook.update(stopped_at: now, why: problem).zero?

    account = row[:account_id] && Store::Company.account(row[:account_id]) or return
    body =
      "#{account[:name]},\n\n#{row[:url]} has taken nothing for a day (#{problem}). Nothing more is sent there, and " \
        "nothing is lost: it waits until you start it again.\n\n#{Settings.public_url}/window/programs\n\n" \
        "#{Store::Company.row[:name]}"
    Jobs::SendMail.write(account[:email], "Nothing is sent to #{row[:url]} any more", body, now)
  end
  private_class_method :note_load, :stage, :write, :give_up
end
