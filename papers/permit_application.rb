# frozen_string_literal: true

# The filled application of a permit on paper, for an office that takes it by mail, fax or at its window.
class Papers::PermitApplication < Papers::Letter
  def initialize(permit_id)
    @permit, @file = Reads::Permits::Application.rows(permit_id)
    @says = Reads::Permits::Application.of(@permit)
    @state = PermitRules.all[@permit[:jurisdiction]]&.name || @permit[:jurisdiction]
    super("Application, #{@state}")
  end

  def render
    article = @permit[:kind] == "superload" ? "a" : "an"
    say "Application for #{article} #{@permit[:kind].tr("_", " ")} permit", size: 16, style: :bold
    say "To #{@state}, by #{@says[:company]}, #{@says[:contact]}; please answer by #{@says[:deliver_by]}"
    applicant
    say "Version #{@permit[:asked_version] || @file[:version]} of our file", size: 10
    part("What moves", sizes)
    part("Units", [*units, *spares])
    part("Axles", axles, head: ["", "Weight, lb", "Feet behind the axle before"])
    part("Way through #{@state}", turns, head: ["Road", "To", ""])
    attested
    @pdf.render
  end

  private

  # Where the applicant is, and the numbers that the office knows it by.
  def applicant
    who = @says[:applicant].to_h
    town = [who[:town], who[:state], who[:zip]].reject { |text| text.to_s.empty? }.join(", ")
    numbers = [
      ("USDOT #{who[:usdot_number]}" unless who[:usdot_number].to_s.empty?),
      who[:carrier_number],
      who[:phone]
    ]
    line = [who[:address], town, *numbers].reject { |text| text.to_s.empty? }.join(" · ")
    say line.empty? ? "Address and USDOT number: not told, see Company" : line, size: 10
  end

  def pieces
    count, stacked = @says[:load].values_at(:pieces, :stacked)
    count ? { "Pieces" => "#{count}#{", standing on each other" if stacked}" } : {}
  end

  def day(at) = Core::Spoken.date(Date.iso8601(at))
  def feet(inches) = inches ? "#{inches / 12} ft #{inches % 12} in" : "none"

  def sizes
    vehicle = @says[:vehicle]
    rows = {
      "Load" => @says[:load][:what],
      "Serial number" => @says[:load][:serial_number],
      **pieces,
      "Can be divided" => @says[:load][:divisible] ? "yes" : "no",
      "Starts on" => day(@says[:starts_on]),
      "Our reference" => @says[:reference],
      **(@says[:deliver_by] == "download" ? {} : { "By #{@says[:deliver_by]} to" => @says[:deliver_to] }),
      **(@says[:also_by] ? { "And by #{@says[:also_by]} to" => @says[:also_to] } : {})
    }
    sizes = {
      width_in: "Width",
      height_in: "Height",
      length_in: "Length over all",
      trailer_length_in: "Trailer",
      front_overhang_in: "Front overhang",
      rear_overhang_in: "Rear overhang"
    }
    rows
      .merge(sizes.to_h { |name, words| [words, feet(vehicle[name])] })
      .merge("Gross weight" => Core::Spoken.pounds(vehicle[:gross_lb]))
      .to_a
  end

  def units
    %i[tractor trailer].filter_map do |role|
      unit = @says[role] or next
      [
        role.to_s.capitalize,
        [
          unit[:number],
          unit[:model_year],
          unit[:make],
          "VIN #{unit[:vin]}",
          "plate #{unit[:plate_state]} #{unit[:plate]}",
          unit[:registered_lb] && "registered for #{Core::Spoken.pounds(unit[:registered_lb])}"
        ].compact.join(", ")
      ]
    end
  end

  def spares
    @says[:spare_tractors].to_a.map do |one|
      [
        "Or",
        "#{one["number"]}, plate #{one["plate_state"]} #{one["plate"]}#{", VIN #{one["vin"]}" unless one["vin"].to_s.empty?}"
      ]
    end
  end

  def axles =
    @says[:vehicle][:axles].each_with_index.map do |axle, i|
      [(i + 1).to_s, Core::Spoken.grouped(axle["weight_lb"]), i.zero? ? "" : axle["spacing_ft"].to_s]
    end

  def turns
    rows = @says[:route][:turns].map { |turn| [turn["road"], turn["to"], "#{turn["miles"]} mi"] }
    wished = @says[:route][:wished]
    return rows if rows.any?

    [["", wished.empty? ? "not told yet" : wished, ""]]
  end

  def part(words, rows, head: nil)
    return if rows.empty?

    title words
    table(rows, head:, padding: [3, 4])
  end

  def attested
    @pdf.move_down 16
    return say("Not attested yet.") if @says[:attested_at].nil?

    say "Attested by #{@says[:attested_by]} on #{day(@says[:attested_at])}: size, weight and facts are right, and no piece " \
          "makes the load larger than the largest does."
  end
end
