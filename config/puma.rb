# frozen_string_literal: true

# Several processes (NOCKPLANE_PROCESSES, else one a core, two at least), since Ruby works in one thread at a time.
# Threads are many
# more than that: most of those that are taken wait for heavy work that is done elsewhere (App::Apart).
require 'etc'
workers Integer(ENV.fetch('NOCKPLANE_PROCESSES') { [Etc.nprocessors, 2].max })
threads 2, 16
# NOCKPLANE_BIND: an address that others can reach needs people first (App::People.guard).
bind "tcp://#{ENV.fetch('NOCKPLANE_BIND', '127.0.0.1')}:#{ENV.fetch('PORT', '4680')}"
environment ENV.fetch('RACK_ENV', 'production')
worker_timeout 120
preload_app!
silence_single_worker_warning
quiet

# No connection to the database is carried over into a process.
before_fork { ActiveRecord::Base.connection_handler.clear_all_connections! }
on_worker_boot { App::Hands.ready }
