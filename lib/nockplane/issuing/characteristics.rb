# frozen_string_literal: true

module Nockplane
  module Issuing
    # The characteristics of a drawing that can be inspected: every size and every geometrical tolerance, numbered, with
    # sheet and zone and what it may be.
    class Characteristics
      include Numbered

      # number; key: of the annotation ("dimension/d3"); sheet: number from 1; zone: "C4", nil without zones; what: kind
      # in words; words: as they stand on the sheet; nominal, upper, lower: of a size, in mm or degrees, nil where there
      # is none; unit; by: "general tolerance", "tolerance" or nil.
      Row =
        Struct.new(
          :number,
          :key,
          :sheet,
          :zone,
          :what,
          :words,
          :nominal,
          :upper,
          :lower,
          :unit,
          :by,
          keyword_init: true
        )

      # known: { key => number } of the issue before.
      def initialize(drawing, source, known: {})
        @drawing = drawing
        @source = source
        @known = known
      end

      private

      def unnumbered = @drawing.sheets.each_with_index.flat_map { |sheet, i| on(sheet, i + 1) }

      # Rows of a sheet in the order in which it is read: from the top, from the left.
      def on(sheet, number)
        builder = Drawings::SceneBuilder.new(@drawing, sheet.id, @source, shade: :known)
        inspected =
          @drawing.views_on(sheet.id).flat_map { |v| @drawing.dimensions_of(v.id) }.select { |d| inspected?(d) }
        placed = inspected.map { |d| [d, middle(builder, d)] }.sort_by { |d, (x, y)| [-y.round(1), x.round(1), d.id] }
        placed.flat_map do |dimension, (x, y)|
          rows_of(dimension).each { |row| row.sheet, row.zone = number, sheet.paper.zone(x, y) }
        end
      end

      # (Auxiliary sizes are none: GEN-05; nor theoretically exact ones, which frames go by. Centre lines, datums and
      # the like are nothing to be measured.)
      def inspected?(dimension)
        return false if dimension.wording&.brackets || Tolerancing::Tolerance.exact?(dimension.snapshot.tolerance)

        Drawings::Annotations.of(dimension).inspected?
      end

      def middle(builder, dimension)
        ink = builder.dimension_ink(dimension).ink
        return 0.0, 0.0 if ink.empty?

        x0, y0, x1, y1 = Drafting::Ink.about_words(ink)
        [(x0 + x1) / 2, (y0 + y1) / 2]
      end

      # One of a size or a frame; of a callout one for each size in it.
      def rows_of(dimension)
        key = "dimension/#{dimension.id}"
        words = Drawings::Annotations.words(@drawing.standard, dimension).to_s
        kind = Drawings::Annotations.of(dimension)
        parts = dimension.snapshot.parts
        return parts.map { |p| row("#{key}+#{p.name}", words, p) } if parts

        limits = kind.size? && !dimension.wording&.over? ? limits(dimension.snapshot, kind) : {}
        [Row.new(key: key, what: kind.title, words: words, **limits)]
      end

      def row(key, words, part)
        kind = Drawings::Annotations.all[part.kind]
        Row.new(key: key, what: kind&.title || part.kind.tr('_', ' '), words: words, **limits(part, kind))
      end

      def limits(size, kind) = Limits.of(size, kind, @drawing.standard.general_tolerance)
    end
  end
end
