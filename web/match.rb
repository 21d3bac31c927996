# frozen_string_literal: true

# Which crew takes which load; who looks after whom; what needs a decision today.
module Web::Match
  def self.registered(app)
    matching(app)
    desks(app)
  end

  def self.matching(app)
    app.get("/api/match/loads") { json Web::Match::Board.new(now).loads }
    app.get("/api/match/crews") { json Web::Match::Board.new(now).crews }
    app.get("/api/match/loads/:id") { json Web::Match::Board.new(now).for_load(id) }
    app.get("/api/match/crews/:id") { json Web::Match::Board.new(now).for_crew(id) }
    picking(app)
    app.get("/api/match/where") { json Web::Match::Board.new(now).where(parameters[:place], parameters[:at]) }
    app.get("/api/match/proposal") { json Web::Match::Board.new(now).proposal(parameters[:locked].to_s) }
    app.post("/api/match/accept") { json Work::Match::AcceptLines.call(input, by:, now:) }
    app.get("/api/match/rules") { json Web::Match::RulesJson.to_h }
    app.put("/api/match/rules") do
      Work::Match::ChangeRules.call(input, by:, now:)
      json Web::Match::RulesJson.to_h
    end
  end

  def self.picking(app)
    app.get("/api/match/compare") do
      json Web::Match::Board.new(now).compare(
             parameters[:load_id],
             parameters[:drivers].split(",").map { |pair| pair.split("@").map(&:to_i) }
           )
    end
    app.get("/api/match/choice") do
      json Web::Match::Board.new(now).for_choice(
             parameters[:load_id],
             {
               driver_ids: parameters[:drivers].split(",").map(&:to_i),
               tractor_id: parameters[:tractor_id],
               trailer_id: parameters[:trailer_id]
             },
             suggest: parameters[:suggest] || false
           )
    end
  end

  def self.desks(app)
    app.get("/api/desks") { json Web::Match::Desks.new(Reads::Match::Desks.at(Time.now.utc)).to_h }
    app.post("/api/hand-overs") do
      Work::Match::HandOver.call(input, by:, now:)
      json Web::Match::Desks.new(Reads::Match::Desks.at(Time.now.utc)).to_h
    end
    app.get("/api/today") { json Web::Match::Today.at(now) }
    app.put("/api/today/snooze") do
      Work::Match::Snooze.call(input, by:, now:)
      json Web::Match::Today.at(now)
    end
  end
  private_class_method :matching, :picking, :desks
end
