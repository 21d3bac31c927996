# frozen_string_literal: true

# What has become of loads is noted for customers' programs, and sent where it is due.
class Jobs::TellPrograms < Que::Job
  include Jobs::EachMinute

  private

  def every_seconds = 3
  def look = Work::Window::TellPrograms.look(Clock.now)
end
