# frozen_string_literal: true

# One process with a few threads; WEB_CONCURRENCY adds processes, which share nothing but the database.
require_relative "settings"

bind "tcp://#{Settings.bind}:#{Settings.port}"
bind "tcp://127.0.0.1:#{Settings.metrics_port}" if Settings.metrics_port
threads Settings.web_threads, Settings.web_threads
workers Settings.web_processes
# What no operation takes is not even read.
http_content_length_limit 21_000_000
environment "production"
preload_app!
silence_single_worker_warning
before_fork { DB.disconnect if defined?(DB) }
