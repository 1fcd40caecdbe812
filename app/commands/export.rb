# frozen_string_literal: true

module App
  module Commands
    # A model as a file for other systems: STEP AP242, glTF binary, or STL.
    class Export
      KINDS = { 'step' => 'model/step', 'glb' => 'model/gltf-binary', 'stl' => 'model/stl' }.freeze

      # [bytes, warnings] of a text in one of KINDS. time: ISO 8601 text for the STEP header.
      def self.bytes(text, source, kind, name:, time:)
        raise Nockplane::Error, "'#{kind}' is not written; use #{KINDS.keys.join(', ')}" unless KINDS.key?(kind)

        model = source.model_of(text)
        case kind
        when 'step' then Nockplane::Formats::Step::Writer.write(model, time: time, file: name)
        when 'stl' then Nockplane::Formats::Stl.write(model.solid)
        else Nockplane::Formats::Glb.write(model.solid, edge_set: source.edge_set_of(text), colours: model.colours)
        end
      end

      # Writes it; gives what was written as plain data.
      def self.call(text, source, kind, out)
        bytes = bytes(text, source, kind, name: File.basename(out), time: Time.now.utc.strftime('%Y-%m-%dT%H:%M:%S'))
        File.binwrite(out, bytes)
        { out: out, bytes: bytes.bytesize, faces: source.model_of(text).solid.faces.size, warnings: source.model_of(text).warnings }
      end
    end
  end
end
