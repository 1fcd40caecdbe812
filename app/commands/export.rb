# frozen_string_literal: true

module App
  module Commands
    # Writes a model as a file for other systems (Exporting).
    class Export
      # Writes a file; gives what was written as plain data.
      def self.call(text, source, kind, path)
        File.open(path, 'wb') do |out|
          Exporting.write(
            out,
            text,
            source,
            kind,
            name: File.basename(path),
            time: Time.now.utc.strftime('%Y-%m-%dT%H:%M:%S')
          )
        end
        {
          out: path,
          bytes: File.size(path),
          faces: source.model_of(text).solid.faces.size,
          warnings: source.model_of(text).warnings
        }
      end
    end
  end
end
