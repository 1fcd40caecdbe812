# frozen_string_literal: true

module Nockplane
  module Planning
    # Makes a tabulated drawing of a series: letters in place of the values that differ among its variants, and a table
    # of the variants (standards.md 15.2); and takes that back.
    class Tabulation
      List = Drawings::Tables::VariantList
      # mm of a letter's column.
      COLUMN = 18
      WIDE = 60

      def initialize(drawing, source)
        @drawing = drawing
        @source = source
        @series = Series.new(drawing, source)
      end

      # An Edit or a Refusal.
      def edit
        return refusal('the drawing shows no family with variants') if @series.variants.empty?
        return refusal('no size on it differs among the variants; adopt those that do first') if differing.empty?
        if letters_needed > List::LETTERS.size
          return refusal("#{letters_needed} sizes differ; there are #{List::LETTERS.size} letters. Take some off")
        end

        cells = lettered
        Drawings::Edit.put("Tabulated: #{cells.size} letters, #{@series.variants.size} variants", cells, table(cells))
      end

      # Values again, and no table.
      def undone
        marked = @drawing.dimensions.select { |d| d.wording&.lettered? }
        tables = @drawing.tables.select { |t| t.kind == List::NAME }
        return refusal('the drawing is not tabulated') if marked.empty? && tables.empty?

        Drawings::Edit.new(
          'Values in place of letters',
          Tabulation
            .plain(marked)
            .to_h { |d| [Drawings::Cells.key(d), d] }
            .merge(tables.to_h { |t| [Drawings::Cells.key(t), nil] })
        )
      end

      # Dimensions without their letters.
      def self.plain(dimensions)
        dimensions.map do |d|
          d.dup.tap do |x|
            bare = d.wording.dup.tap { |w| w.letter = w.counted = nil }
            x.wording = bare.plain? ? nil : bare
          end
        end
      end

      private

      def refusal(words) = Drawings::Refusal.new(words, [])

      # { variant => Modelling::Model } of those that can be built.
      def models
        @models ||=
          @series
            .variants
            .each_with_object({}) do |name, found|
              found[name] = @source.model(@series.subject(name))
            rescue Modelling::RecipeFault
              next
            end
      end

      # [[Dimension, does its value differ?, does its count?], ...]
      def differing
        @differing ||= @drawing.dimensions.filter_map { |d| differs(d) }
      end

      def differs(dimension)
        return nil unless Drawings::Annotations.of(dimension).size?

        found = models.values.filter_map { |m| m.dimension(dimension.dimension) }
        found = found.select { |f| f.kind.to_s == dimension.snapshot.kind }
        words = found.map { |f| List.words(@drawing.standard, f) }.uniq
        counts = found.map(&:count).uniq
        whole = !dimension.snapshot.parts.nil?
        value, count = words.size > 1, counts.size > 1 && !whole
        [dimension, value, count] if value || count
      end

      def letters_needed = differing.sum { |_, value, count| (value ? 1 : 0) + (count ? 1 : 0) }

      def lettered
        free = List::LETTERS.dup
        differing.map do |dimension, value, count|
          wording = dimension.wording&.dup || Drawings::Annotations::Wording.new
          wording.letter = value ? free.shift : nil
          wording.counted = count ? free.shift : nil
          dimension.dup.tap { |d| d.wording = wording }
        end
      end

      def table(cells)
        known = @drawing.tables.find { |t| t.kind == List::NAME }
        made = known ? known.dup : Drawings::Shelf.table(List::NAME, @drawing.next_id('t'), @drawing.sheets[0].id)
        own = made.columns.reject { |c| List::LETTERS.include?(c['field']) }
        columns = cells.flat_map { |d| letter_columns(d) }
        made.tap { |t| t.columns = own + columns }
      end

      def letter_columns(dimension)
        width = dimension.snapshot.parts ? WIDE : COLUMN
        [[dimension.wording.letter, width], [dimension.wording.counted, COLUMN]].select(&:first)
          .map { |letter, mm| { 'field' => letter, 'title' => letter, 'width' => mm } }
      end
    end
  end
end
