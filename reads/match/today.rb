# frozen_string_literal: true

# All of the day that may need a decision, as facts for the core to put in order.
class Reads::Match::Today
  F = Core::Attention::Facts
  # Of a driver's papers, those in his own record.
  OWN_PAPERS = { "licence" => :licence_expires_on, "medical card" => :medical_expires_on }.freeze
  # Kinds for which the company sets how early they are pointed out.
  WARNED_OF = ["licence", "medical card", "registration", "annual inspection"].freeze
  FAILED_TEXT_SECONDS = 86_400

  # rows - Array of Core::Attention::Row, without what was put off; put_off - rows of snoozes
  Day = Core::Value.of(:rows, :put_off)

  # also - facts that are judged rather than read: trips that will be late, permits that are missing
  def self.at(now, also: [])
    put_off = Store::Attention.put_off(now)
    away = put_off.to_h { |row| [row[:what], true] }
    rows = Core::Attention.rows([*new(now).facts, *also], rules: AttentionRules.all, as_of: now)
    Day.new(rows: rows.reject { |row| away[row.what] }, put_off:)
  end

  def initialize(now)
    @now = now
  end

  def facts =
    [
      *uncovered,
      *handed_to_nobody,
      *standing,
      *unanswered,
      *unread,
      *failed_texts,
      *papers,
      *papers_missing,
      *Reads::Match::TodayPartners.new(@now).facts
    ]

  private

  def load(row, id: :id, at: :pickup_at, zone: :pickup_zone) =
    { subject_id: row[id], **row.slice(:number, :origin, :destination, :total), at: row[at], zone: row[zone] }

  def uncovered = Store::Match.open_loads.map { |row| F::Uncovered.new(**load(row)) }

  def handed_to_nobody
    Store::Freight.handed_to_nobody.map do |row|
      F::NobodyTakesOver.new(
        **load(row, at: :from_at, zone: :zone),
        place: "#{row[:town]}, #{row[:swap_state]}"
      )
    end
  end

  def standing
    Store::Attention.standing_trucks.map do |row|
      F::Standing.new(
        stop_id: row[:id],
        subject_id: row[:load_id],
        **row.slice(:number, :name, :zone),
        at: row[:arrived_at],
        free_until: free_until(row)
      )
    end
  end

  # As the customer is charged: see Core::Tracking::Detention.
  def free_until(row) =
    Core::Tracking::Detention.claim(
      arrived_at: row[:arrived_at],
      opens_at: row[:from_at],
      ends_at: @now,
      free_minutes: row[:detention_free_minutes],
      step_minutes: row[:detention_step_minutes],
      hourly: row[:detention_hourly]
    ).starts_at

  def unanswered
    Store::Attention
      .loads_in("sent", :origin, :destination, :pickup_at, :pickup_zone)
      .map { |row| F::Unanswered.new(**load(row).except(:total), crew: row[:crew]) }
  end

  def unread
    Store::Attention
      .unread_messages
      .group_by { |row| row[:driver_id] }
      .map do |driver_id, rows|
        F::Unread.new(
          subject_id: driver_id,
          **rows.first.slice(:name, :at),
          body: rows.last[:body],
          not_understood: rows.any? { |row| row[:not_understood] }
        )
      end
  end

  def failed_texts
    Store::Attention
      .failed_texts(@now - FAILED_TEXT_SECONDS)
      .map do |row|
        F::FailedText.new(
          text_id: row[:id],
          subject_id: row[:driver_id],
          **row.slice(:name, :to, :failure),
          at: row[:status_at]
        )
      end
  end

  # Expired, or about to: so early as the company wants each kind pointed out.
  def papers
    settings = Store::Match.settings
    [*own_papers, *kept_papers].select do |paper|
      known = WARNED_OF.include?(paper.kind) ? :"#{paper.kind.tr(" ", "_")}_days" : :other_paper_days
      paper.days_left <= settings.fetch(known)
    end
  end

  def own_papers
    Store::Attention.driver_expiries.flat_map do |row|
      OWN_PAPERS.filter_map do |kind, column|
        paper("driver", row[:id], row[:name], kind, row[column]) if row[column]
      end
    end
  end

  def kept_papers
    of_drivers, of_units = Store::Match.papers
    {
      "driver" => [of_drivers, :drivers, :name],
      "unit" => [of_units, :units, :number]
    }.flat_map do |of, (rows, *named)|
      names = Store::Attention.called(*named)
      rows
        .except(nil)
        .flat_map do |id, list|
          list.filter_map do |row|
            if names[id] && row[:expires_on]
              paper(of, id, names[id], row[:kind].tr("_", " "), row[:expires_on])
            end
          end
        end
    end
  end

  def paper(of, subject_id, name, kind, expires_on) =
    F::Paper.new(of:, subject_id:, name:, kind:, expires_on:, today: @now.to_date)

  def papers_missing
    Store::Attention
      .loads_in("delivered", :total, :delivery_at, :delivery_zone)
      .map do |row|
        F::PapersMissing.new(**load(row, at: :delivery_at, zone: :delivery_zone), crew: row[:crew])
      end
  end
end
