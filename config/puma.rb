# frozen_string_literal: true

threads 1, 5
bind "tcp://127.0.0.1:#{ENV.fetch('PORT', '4680')}"
environment ENV.fetch('RACK_ENV', 'production')
quiet
