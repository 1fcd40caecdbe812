# frozen_string_literal: true

module App
  # What may take long or much and is done apart (Apart): arguments and what comes back are plain values; large products
  # go by way of the store.
  module Heavy
    module_function

    # Builds the part of a text, for whoever asks next.
    def build(text) = Workshop.source.model_of(text) && nil

    # Meshes a STEP file kept under its digest, for whoever reads it next; how many facets it has in all its places.
    # Raises what Received.read raises.
    def mesh(digest, filename) = Received.read(Files.read(digest), filename).facets

    # What a task gives, as long as the person (digests, as of Wish) wishes for it. Raises Wish::Outdated.
    def wished(person, what, task, *arguments)
      Wish.new(person, what).hold { public_send(task, *arguments) }
    end

    # Draws the lines of all views of a drawing's sheet, or of a variant's, for whoever asks next. source:
    # Products::Source.
    def lines(drawing_id, variant, sheet, source: Workshop.source)
      drawing = Records::Drawing.find(drawing_id)
      Paper.new(variant ? VariantSheet.new(drawing, variant) : drawing, sheet, source: source).draw
      nil
    end

    # The same as the sheet would be if a model were of another text.
    def lines_supposing(drawing_id, variant, sheet, model_id, text)
      lines(drawing_id, variant, sheet, source: Workshop.supposing(model_id, text))
    end

    # Lays the part of a text flat, for whoever asks next; what can't be is told where it is shown.
    def flat(text)
      Workshop.source.flats.blank(text) && nil
    rescue Nockplane::Modelling::SheetMetal::Refused
      nil
    end

    # A tolerance plan that is being made (Presenters::PlanRequest) of a text: { plan: plain data or nil, told:, shown:
    # Presenters::PlanShown::Data }, or { refused: words }. names: { face => what a person calls it }.
    def plan(text, data, names)
      request = Presenters::PlanRequest.new(text, data)
      plan = request.plan
      bare = Nockplane::Modelling::TolerancePlan.without(text)
      { plan: plan&.to_h, told: request.told, shown: Presenters::PlanShown.new(bare, plan, names).data }
    rescue Nockplane::Error, Refused => e
      { refused: e.message }
    end

    # A chain of sizes between two faces (Presenters::ChainShown.of).
    def chain(text, from, to, general, wanted)
      Presenters::ChainShown.of(text, from, to, general: general, wanted: wanted)
    end

    # What a change of a model that is not kept yet comes to (Presenters::Trial): { trial: ... }, or { faults:,
    # message:, partial: }.
    def trial(model_id, data)
      trial = Presenters::Trial.new(Records::Model.find(model_id), data)
      { trial: trial.to_h }
    rescue Nockplane::Modelling::RecipeFault => e
      { message: e.message, faults: e.details, partial: trial&.partial(e) }
    end

    # [status, headers, [body]] of a whole request, as Rack has it. env: those of its values that are texts.
    def request(env, body)
      input = StringIO.new(body.b)
      status, headers, answer =
        Web.call(env.merge('rack.input' => input, 'rack.errors' => $stderr, 'rack.url_scheme' => 'http'))
      bytes = String.new(encoding: Encoding::BINARY)
      answer.each { |part| bytes << part.b }
      answer.close if answer.respond_to?(:close)
      [status, headers.to_h, [bytes]]
    end

    # Path of a file for other systems (Exporting::KINDS) in the store.
    def export(text, kind, name, time, explosion)
      Workshop
        .store
        .file(Workshop.export_key(text, kind, name, time, explosion)) do |io|
          Exporting.write(io, text, Workshop.source, kind, name: name, time: time, explosion: explosion)
        end
    end
  end
end
