# frozen_string_literal: true

module App
  # A model as a file for other systems: STEP AP242, glTF binary, or STL.
  module Exporting
    KINDS = { 'step' => 'model/step', 'glb' => 'model/gltf-binary', 'stl' => 'model/stl' }.freeze

    # Writes what a text makes into an IO in one of KINDS; gives ids of what it says of its tolerances that the file
    # can't take. time: ISO 8601 text for the STEP header; explosion: of an assembly the one whose steps are done; plan:
    # of STEP, with what the model says of its tolerances and its saved views? views: others that go out with it
    # (Step::Writer).
    def self.write(out, text, source, kind, name:, time:, explosion: nil, plan: true, views: [])
      raise Nockplane::Error, "'#{kind}' is not written; use #{KINDS.keys.join(', ')}" unless KINDS.key?(kind)

      model = source.model_of(text, explosion: explosion)
      case kind
      when 'step'
        writer = Nockplane::Formats::Step::Writer.new(model, plan: plan, views: views)
        out.write(writer.write(time, name))
        return writer.skipped
      when 'stl'
        out.write(Nockplane::Formats::Stl.write(model.solid))
      else
        Nockplane::Formats::Glb.new(model, source.edge_set_of(text, explosion: explosion)).to(out)
      end
      []
    end

    # What a STEP file says of when it was made.
    def self.stamp(time) = time.utc.strftime('%Y-%m-%dT%H:%M:%S')

    # A sentence where ids were left out.
    def self.left_out(ids) = ids.empty? ? [] : ["the file can't take these sizes: #{ids.join(', ')}"]
  end
end
