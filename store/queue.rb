# frozen_string_literal: true

# Jobs that wait or are done now.
module Store::Queue
  # Is there one of this class still to be done?
  def self.holds?(job_class) = !DB[:que_jobs].where(job_class:, finished_at: nil, expired_at: nil).empty?
end
