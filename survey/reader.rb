# frozen_string_literal: true

# Reads the authored lines of roads (data/roads/survey/FORMAT.md) into stations and hops.
class Survey::Reader
  Hop =
    Struct.new(
      :road,
      :state,
      :from,
      :to,
      :miles,
      :mph,
      :toll_per_mile,
      :along,
      :where,
      :span,
      :sure,
      keyword_init: true
    )
  # Hops that one number closes: it holds for the last of them, or for all the way since the last number.
  Span = Struct.new(:miles)
  Station = Struct.new(:id, :name, :state, :latitude, :longitude, :border, :firm, keyword_init: true)
  HEADER = /\A([A-Z]{1,5}-[0-9A-Z]+) ([A-Z]{2})\z/
  ENTRY =
    /\A(?:(?<post>\d+(?:\.\d+)?) )?(?<name>[^+{]+?)(?:\{(?<at>[-\d.,]+)\})?(?: \+(?<miles>\d*\.?\d+)(?<sure>!)?)?\z/

  attr_reader :stations, :hops, :problems

  def initialize(gazetteer)
    @gazetteer = gazetteer
    @stations = {}
    @hops = []
    @problems = []
    @positions = {}
  end

  # Reads all files; what one says of a place's position holds in all.
  def read(paths)
    # Positions of all files first: what one says holds in those before it too.
    paths.each { |path| note_positions(path) }
    paths.each { |path| read_file(path) } # rubocop:disable Style/CombinableLoops -- after all of the first
    self
  end

  private

  def note_positions(path)
    state = nil
    File.foreach(path) do |line|
      header = line.strip.match(HEADER)
      state = header[2] if header
      line.scan(/(?:\A|;)\s*(?:\d[\d.]* )?([^;{]+)\{([-\d.,]+)\}/) do |name, at|
        @positions["#{name.strip}, #{state}"] = at.split(",").map(&:to_f)
      end
    end
  end

  def read_file(path)
    @file = File.basename(path)
    File
      .foreach(path)
      .with_index(1) do |line, number|
        @line = number
        text = line.sub(/\A#.*/, "").strip
        next if text.empty?

        header = text.match(HEADER)
        header ? start(*header.captures) : text.split(";").each { |entry| take(entry.strip) }
      end
  end

  def start(road, state)
    @road = road
    @state = state
    @last = @post = @along = @mph = @toll = nil
    @open = []
  end

  def take(entry)
    case entry
    when ""
      nil
    when "!"
      @last = @post = nil
      @open = []
    when /\A~(.+)\z/
      @along = ::Regexp.last_match(1)
    when /\A@(\d*)\z/
      @mph = ::Regexp.last_match(1).empty? ? nil : ::Regexp.last_match(1).to_i
    when /\A\$([\d.]+)\z/
      @toll = ::Regexp.last_match(1).to_f.zero? ? nil : ::Regexp.last_match(1).to_f
    else
      station(entry)
    end
  end

  def station(entry)
    match = entry.match(ENTRY) or return trouble("cannot read “#{entry}”")
    node = place(match[:name]) or return trouble("no place “#{match[:name]}” in #{@state}")
    post = match[:post]&.to_f
    miles = match[:miles]&.to_f || (post && @post && (post - @post).abs)
    hop(node, miles) if @last
    close_span(miles)
    @hops.last.sure = true if match[:sure] || post
    # The number at the end of shared pavement is the other road's: counting begins anew.
    @post =
      (
        if @along
          nil
        else
          post || (@post && match[:miles] ? @post + match[:miles].to_f : nil)
        end
      )
    @last = node.id
    @along = nil
  end

  def hop(node, miles)
    trouble("#{node.name} follows itself") if node.id == @last
    @hops << Hop.new(
      road: @road,
      state: @state,
      from: @last,
      to: node.id,
      miles: @along ? nil : miles,
      mph: @mph,
      toll_per_mile: @toll,
      along: @along,
      where: "#{@file}:#{@line}"
    )
  end

  def close_span(miles)
    return @open = [] if @along
    return @last && (@open << @hops.last) if miles.nil?

    if miles && @open.any?
      span = Span.new(miles)
      [*@open, @hops.last].each { |hop| hop.span = span }
      @hops.last.miles = nil
    end
    @open = []
  end

  def place(name)
    return border(name) if name.start_with?("=")

    town, state = name.split(", ")
    state ||= @state
    id = "#{town}, #{state}"
    return @stations[id] if @stations[id]

    firm = @positions[id] || @gazetteer.town(town, state)
    latitude, longitude = firm || @gazetteer.zip(town, state)
    return if latitude.nil?

    @stations[id] = Station.new(
      id:,
      name: town,
      state:,
      latitude:,
      longitude:,
      border: false,
      firm: !firm.nil?
    )
  end

  # =WA, =WA#2 (the second crossing of the same road), =WA@I-90 (that of another road)
  def border(name)
    other, road = name.delete_prefix("=").split("@")
    other, turn = other.split("#")
    states = [@state, other].sort
    id = "#{road || @road} #{states.join("/")}#{"##{turn}" if turn}"
    @stations[id] ||= Station.new(
      id:,
      name: "#{states.join("/")} line",
      state: states.join("/"),
      border: true,
      firm: false
    )
  end

  def trouble(text) = (@problems << "#{@file}:#{@line} #{@road} #{@state}: #{text}") && nil
end
