# frozen_string_literal: true

# One shift, with the counts of hours into which paired rests divide it.
#
# A count is in force from the end of one pair to the end of the next; its hours run from the end of the
# pair's first rest, and paired rests stand still in its window. Example: on duty 6:00, sleeper 10:00 to
# 17:00, driving to 21:00, off to 24:00. Seven and three hours pair. The driving from 17:00 is judged from
# 6:00 with the seven hours left
# out (at 21:00: 8 h of window); from 24:00 on the hours count from 17:00 with the three left out.
class Core::Hours::Shift
  Count = Core::Value.of(:from, :to, :anchor, :kinds)

  attr_reader :from, :to

  # closing - the long rest that ends it, nil while it lasts; as_of - where the record ends
  def initialize(rules, from, rests, closing, as_of, exceptions)
    @from = from
    @to = closing ? closing.from : as_of
    @split = rules.split
    @rests = rests
    @closing = closing
    @exceptions = exceptions
  end

  # Of most shifts nobody asks for these.
  def pairs = @pairs ||= Core::Hours::Pairs.new(@split, @rests, @closing)
  def counts = @counts ||= divide

  # The count in force at an instant of this shift.
  def count_at(instant)
    at = counts.length - 1
    at -= 1 while counts[at].from > instant
    counts[at]
  end

  # Minutes of the window gone at an instant.
  def elapsed(count, instant)
    gone = instant - count.anchor
    still.each { |rest| gone -= rest.minutes if rest.from >= count.anchor && rest.to <= instant }
    gone
  end

  private

  def still = @still ||= pairs.paired.reject { |rest| rest == @closing }

  def divide
    anchors = [
      [@from, @from],
      *pairs.all.reject { |_, second| second == @closing }.map { |first, second| [second.to, first.to] }
    ]
    anchors.each_with_index.map do |(from, anchor), i|
      to = anchors[i + 1]&.first
      kinds = @exceptions.select { |_, at| at >= from && (to ? at < to : within_last?(at)) }.map(&:first).uniq
      Count.new(from:, to:, anchor:, kinds:)
    end
  end

  def within_last?(instant) = @closing ? instant < @to : instant <= @to
end
