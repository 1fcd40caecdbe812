# frozen_string_literal: true

require 'listen'

module App
  # The intake folder: where the outside design system drops STEP files and recipes. A new or changed file becomes a new
  # revision of the model that a file of its name was once taken for, or a new model; where that is not sure it waits
  # for an answer. Files that are still being written wait; a bad one is set aside with its reason on the docket, and
  # the model's last good revision stays.
  module Intake
    # Who the folder acts as.
    NAME = 'Intake'
    # Seconds a file must have been left alone.
    QUIET = 0.6
    # Seconds after which a file that does not look whole is judged as it is.
    GIVEN_UP = 30
    # Rounds of looking between two rounds of housekeeping (some minutes).
    CHORES = 150
    STEP = /\.(stp|step)\z/i
    RECIPE = /\.(recipe|assembly)\.ya?ml\z/i
    PARTS = /\A\.|~\z|\.(part|tmp|crdownload)\z/i

    module_function

    def folder = File.join(App.data_folder, 'intake').tap { |f| FileUtils.mkdir_p(f) }
    def aside = File.join(folder, 'set-aside')

    # Looks through the folder once; gives what was taken or refused: [IntakeFile, ...].
    def scan(now: Time.now) = Acting.as(NAME) { names.filter_map { |name| look(name, now) } }

    # Watches until the process ends: changes are told by the system, and a look every few seconds catches what is not.
    def watch(every: 2)
      woken = ::Queue.new
      listener = Listen.to(folder) { woken << true }
      listener.start
      rounds = 0
      loop do
        scan
        Housekeeping.call if ((rounds += 1) % CHORES).zero?
        Database.release
        Timeout.timeout(every) { woken.pop }
        woken.clear
      rescue Timeout::Error
        next
      end
    end

    def names
      Dir.children(folder).select { |n| File.file?(File.join(folder, n)) && !n.match?(PARTS) }.sort
    end

    # IntakeFile when the file was dealt with now; nil when it is known or still being written.
    def look(name, now)
      path = File.join(folder, name)
      known = Records::IntakeFile.find_by(name: name)
      return nil if now - File.mtime(path) < QUIET || (known && looked_at?(path))
      return set_aside(known, name, path, '', too_large) if File.size(path) > most(name)

      bytes = File.binread(path)
      digest = Digest::SHA256.hexdigest(bytes)
      return looked_at(path) if known && known.digest == digest && %w[taken asked].include?(known.state)
      return nil if unfinished?(name, bytes) && now - File.mtime(path) < GIVEN_UP

      taken(known, name, digest, take(name, bytes, known))
    rescue Nockplane::Error => e
      set_aside(known, name, path, digest, e)
    rescue Errno::ENOENT
      nil # taken away again
    rescue ActiveRecord::ActiveRecordError => e
      Log.trouble("intake: #{name}: #{e.message}") # somebody else wrote at the same time: it is looked at again
    rescue StandardError => e # a fault of ours must not stop the watching, nor the file come up again and again
      Log.fault(e)
      set_aside(
        known,
        name,
        path,
        digest,
        Refused.new("#{name} can't be read because of a fault in the program (#{e.class}). The server log tells more.")
      )
    end

    # Files that were found dealt with are not read again until their time or size changes.
    def looked_at?(path) = (@looked_at ||= {})[path] == [File.mtime(path), File.size(path)]

    def looked_at(path)
      (@looked_at ||= {})[path] = [File.mtime(path), File.size(path)]
      nil
    end

    def most(name)
      name.match?(STEP) ? Nockplane::Formats::Step::Part21::MAX_BYTES : Nockplane::Modelling::RecipeSource::MAX_BYTES
    end

    def too_large = Refused.new('The file is larger than what is read; export fewer parts to a file.')

    def unfinished?(name, bytes)
      if name.match?(STEP)
        !bytes.byteslice([bytes.bytesize - 200, 0].max, 200).include?('END-ISO-10303-21')
      else
        bytes.empty?
      end
    end

    # What a file becomes: a Revision, or an Arrival that waits for an answer. Raises what says why not.
    def take(name, bytes, known)
      Actions::TakeIn.intake(Received.read(bytes, name), known&.revision&.model)
    end

    def taken(known, name, digest, found)
      file = known || Records::IntakeFile.new(name: name)
      return file.tap { |f| f.update!(digest: digest, state: 'asked', reason: nil) } if found.is_a?(Records::Arrival)

      file.tap { |f| f.update!(digest: digest, state: 'taken', reason: nil, revision: found) }
    end

    def set_aside(known, name, path, digest, fault)
      FileUtils.mkdir_p(aside)
      File.rename(path, File.join(aside, name))
      (known || Records::IntakeFile.new(name: name)).tap do |f|
        f.update!(digest: digest.to_s, state: 'refused', reason: fault.message[0, 2000])
      end
    end
  end
end
