# frozen_string_literal: true

require 'tmpdir'

module App
  # Places that processes of this machine take and give back by locks on files; those of a process that dies are free at
  # once.
  module Slots
    module_function

    # Yields true while one of so many places of a name is held, false when all are taken.
    def take(name, places)
      held = (1..places).lazy.filter_map { |i| hold("#{name}-#{i}") }.first
      yield !held.nil?
    ensure
      held&.close
    end

    def hold(name)
      FileUtils.mkdir_p(folder)
      file = File.open(File.join(folder, name), File::RDWR | File::CREAT, 0o600)
      return file if file.flock(File::LOCK_EX | File::LOCK_NB)

      file.close
      nil
    end

    # (Not in the cache, which is swept.)
    def folder = File.join(App.data_folder, 'slots')
  end
end
