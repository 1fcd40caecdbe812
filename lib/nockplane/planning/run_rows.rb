# frozen_string_literal: true

module Nockplane
  module Planning
    # What a sheet run from an assembly finds to draw: the assembly itself, its sub-assemblies, and every distinct part,
    # each once (GEN: nothing is drawn twice).
    class RunRows
      # line: Products::Structure::Line, nil of the assembly itself; text: of the model, nil where there is none; path:
      # of one of its instances; why: sentence why it can't be drawn, nil when it can.
      Row = Struct.new(:line, :text, :path, :name, :number, :kind, :total, :variant, :why, keyword_init: true)

      # text: of the assembly.
      def initialize(text, source)
        @text = text
        @source = source
      end

      # [Row]: the assembly first, then level by level.
      def all
        model = @source.model_of(@text)
        own =
          Row.new(
            text: @text,
            path: '',
            name: model.name,
            number: model.properties['number'].to_s,
            kind: model.assembly? ? 'assembly' : 'made',
            total: 1
          )
        return [own] unless model.assembly?

        [own, *lines(model).map { |l| row(l) }]
      end

      # { number => [Row] } of numbers that several have.
      def self.shared(rows)
        rows.group_by(&:number).select { |number, list| !number.to_s.empty? && list.size > 1 }
      end

      private

      # Units first, in the order they stand, then parts: each once over the whole.
      def lines(model)
        structure = Products::Structure.new(model)
        units = structure.lines('indented').select { |l| l.unit && !l.purchased }.uniq(&:key)
        totals =
          structure.lines('indented').select(&:unit).group_by(&:key).transform_values { |list| list.sum(&:total) }
        units.map { |u| u.dup.tap { |x| x.total = totals.fetch(u.key) } } + structure.lines('all')
      end

      # (Text of the component itself: a variant is told apart.)
      def row(line)
        text = @source.text_at(@text, line.paths[0])
        Row.new(
          line: line,
          text: text,
          path: line.paths[0],
          name: line.name,
          number: line.number,
          kind: line.kind,
          total: line.total,
          variant: line.variant,
          why: text ? nil : missing(line)
        )
      end

      def missing(line)
        "#{line.name} can't be told apart in the file that it stands in; open that file's model"
      end
    end
  end
end
