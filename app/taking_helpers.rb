# frozen_string_literal: true

module App
  # What routes need that take files in.
  module TakingHelpers
    # Bytes from which an uploaded file is read by a worker, with progress; seconds that a smaller one may take, and
    # facets that it may have, before it goes there, too.
    LONG = 1_500_000
    SOON = 4
    MANY = 20_000

    # Takes an uploaded file in, what can be read soon at once; gives the address to go on to. model: whose next
    # revision it is said to be.
    def take_in(upload, model, note)
      bytes = upload[:tempfile].read(Nockplane::Formats::Step::Part21::MAX_BYTES + 1).to_s
      name = upload[:filename].to_s
      note = note.to_s.strip.empty? ? nil : note.strip[0, 300]
      if Received.kind(name) == Received::Step
        digest = Files.put(bytes)
        return import_run(digest, name, note, model) unless bytes.bytesize < LONG && soon?(digest, name)
      end

      received = Received.read(bytes, name)
      place_of(
        (
          if model
            Actions::TakeIn.revision(received, model, note: note, author: who)
          else
            Actions::TakeIn.added(received, note: note, author: who)
          end
        )
      )
    end

    # Meshes a STEP file in a process of its own, so that nobody else waits for it; false when that takes long.
    def soon?(digest, name)
      Apart.run('The file', :mesh, digest, name, seconds: SOON) <= MANY
    rescue Apart::TooLong
      false
    end

    # Address of the run of a worker that reads a file, with progress.
    def import_run(digest, name, note, model)
      run =
        Queue.start('import', "Importing #{name}", total: 100) do |r|
          Jobs::ImportJob.new(r.id, digest, name, note, model&.id)
        end
      "/runs/#{run.id}"
    end

    # Where to go after something was taken in: the model, or the question about it.
    def place_of(found) = found.is_a?(Records::Arrival) ? "/arrivals/#{found.id}" : "/models/#{found.model.slug}"
  end
end
