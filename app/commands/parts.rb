# frozen_string_literal: true

module App
  module Commands
    # What an assembly is made of.
    class Parts
      # structure: all, top or indented.
      def self.call(text, source, structure)
        known = Nockplane::Products::Structure::KINDS
        raise Nockplane::Error, "--structure #{structure}: use #{known.join(', ')}" unless known.include?(structure)

        all = Nockplane::Products::Structure.new(source.model_of(text))
        {
          structure: structure,
          rows: all.lines(structure).each_with_index.map { |line, i| row(line, i + 1) },
          parts: all.lines.sum(&:total)
        }
      end

      def self.row(line, item)
        {
          item: item,
          level: line.level,
          number: line.number,
          name: line.name,
          variant: line.variant,
          kind: line.kind,
          purchased: line.kind != 'made' && line.kind != 'assembly',
          material: line.properties['material'],
          quantity: line.quantity,
          total: line.total
        }.compact
      end
      private_class_method :row
    end
  end
end
