# frozen_string_literal: true

require 'listen'

module App
  # The intake folder: where the outside design system drops STEP files and recipes. A new or changed file becomes a new
  # revision of the model it belongs to (by file name, then by number), or a new model. Files that are still being written wait;
  # a bad one is set aside with its reason on the docket, and the model's last good revision stays.
  module Intake
    # Seconds a file must have been left alone.
    QUIET = 0.6
    # Seconds after which a file that does not look whole is judged as it is.
    GIVEN_UP = 30
    STEP = /\.(stp|step)\z/i
    RECIPE = /\.(recipe|assembly)\.ya?ml\z/i
    PARTS = /\A\.|~\z|\.(part|tmp|crdownload)\z/i

    module_function

    def folder = File.join(App.data_folder, 'intake').tap { |f| FileUtils.mkdir_p(f) }
    def aside = File.join(folder, 'set-aside')

    # Looks through the folder once; gives what was taken or refused: [IntakeFile, ...].
    def scan(now: Time.now) = names.filter_map { |name| look(name, now) }

    # Watches until the process ends: changes are told by the system, and a look every few seconds catches what is not.
    def watch(every: 2)
      woken = ::Queue.new
      listener = Listen.to(folder) { woken << true }
      listener.start
      loop do
        prepare if scan.any? { |f| f.state == 'taken' }
        Database.release
        Timeout.timeout(every) { woken.pop }
        woken.clear
      rescue Timeout::Error
        next
      end
    end

    # Works out what a change means for the drawings, so that who opens one finds it in the cache.
    def prepare
      Records::Drawing.find_each do |drawing|
        drawing.staleness.behind
      rescue Nockplane::Error
        next # told where the drawing is shown
      end
    end

    def names
      Dir.children(folder).select { |n| File.file?(File.join(folder, n)) && !n.match?(PARTS) }.sort
    end

    # IntakeFile when the file was dealt with now; nil when it is known or still being written.
    def look(name, now)
      path = File.join(folder, name)
      known = Records::IntakeFile.find_by(name: name)
      return nil if now - File.mtime(path) < QUIET
      return set_aside(known, name, path, '', too_large) if File.size(path) > most(name)

      bytes = File.binread(path)
      digest = Digest::SHA256.hexdigest(bytes)
      return nil if known && known.digest == digest && known.state == 'taken'
      return nil if unfinished?(name, bytes) && now - File.mtime(path) < GIVEN_UP

      taken(known, name, digest, take(name, bytes))
    rescue Nockplane::Error => e
      set_aside(known, name, path, digest, e)
    rescue Errno::ENOENT
      nil # taken away again
    rescue ActiveRecord::ActiveRecordError => e
      warn "intake: #{name}: #{e.message}" # somebody else wrote at the same time: it is looked at again
    rescue StandardError => e # a fault of ours must not stop the watching, nor the file come up again and again
      warn "intake: #{name}: #{e.class} #{e.message}\n#{e.backtrace.first(8).join("\n")}"
      set_aside(known, name, path, digest, Refused.new("#{name} can't be read because of a fault in the program (#{e.class}). The server log tells more."))
    end

    def most(name) = name.match?(STEP) ? Nockplane::Formats::Step::Part21::MAX_BYTES : Nockplane::Modelling::RecipeSource::MAX_BYTES
    def too_large = Refused.new('The file is larger than what is read; export fewer parts to a file.')
    def unfinished?(name, bytes) = name.match?(STEP) ? !bytes.byteslice([bytes.bytesize - 200, 0].max, 200).include?('END-ISO-10303-21') : bytes.empty?

    # The Revision made of a file. Raises what says why not.
    def take(name, bytes)
      return Actions::ImportModel.call(bytes, name, author: 'Design system') if name.match?(STEP)
      raise Refused, "#{name} is neither a STEP file (.step, .stp) nor a recipe (.recipe.yml, .assembly.yml)." unless name.match?(RECIPE)

      recipe(name, bytes.force_encoding('UTF-8'))
    end

    def recipe(name, text)
      stem = name.sub(RECIPE, '').downcase
      number = Nockplane::Modelling::RecipeSource.new(text).data.then { |d| d.is_a?(Hash) && d['properties'].is_a?(Hash) ? d['properties']['number'] : nil }
      model = Records::Model.find_by(source_file: stem) || (number && Records::Model.find_by(number: number.to_s))
      note = text[/\A#\s*change:\s*(.+)$/, 1]&.strip
      return Actions::ReviseModel.call(model, text, note: note || "from #{name}", author: 'Design system') if model

      Actions::AddModel.call(text, note: note || "from #{name}", author: 'Design system').tap { |m| m.update!(source_file: stem) }.latest
    end

    def taken(known, name, digest, revision)
      (known || Records::IntakeFile.new(name: name)).tap { |f| f.update!(digest: digest, state: 'taken', reason: nil, revision: revision) }
    end

    def set_aside(known, name, path, digest, fault)
      FileUtils.mkdir_p(aside)
      File.rename(path, File.join(aside, name))
      (known || Records::IntakeFile.new(name: name)).tap { |f| f.update!(digest: digest.to_s, state: 'refused', reason: fault.message[0, 2000]) }
    end
  end
end
