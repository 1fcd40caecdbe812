# frozen_string_literal: true

module Nockplane
  module Planning
    # Makes a tabulated drawing of a series: letters in place of the values that differ among its variants, and a table
    # of the variants (standards.md 15.2); and takes that back.
    class Tabulation
      List = Drawings::Tables::VariantList
      # mm of a letter's column at least, and beside its words.
      COLUMN = 14.0
      BESIDE = 4.0
      CORNERS = ['upper left', 'title block', 'lower left', 'upper right'].freeze

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
        seated(
          Drawings::Edit.put("Tabulated: #{cells.size} letters, #{@series.variants.size} variants", cells, table(cells))
        )
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
        [dimension.wording.letter, dimension.wording.counted].compact.map do |letter|
          { 'field' => letter, 'title' => letter, 'width' => COLUMN }
        end
      end

      # With the table as wide as its words, in the corner where least is in its way; where something still is, the
      # sheet is laid out anew round it.
      def seated(edit)
        wide = with_table(edit) { |t, after| t.columns = widths(t, after) }
        tried = CORNERS.map { |corner| with_table(wide) { |t, _| t.corner, t.grows = corner, grows(corner) } }
        before = undone.then { |e| collisions(e.is_a?(Drawings::Edit) ? @drawing.apply(e) : @drawing) }
        clear = tried.find { |e| collisions(@drawing.apply(e)) <= before }
        return clear if clear

        laid = tried.first(TRIED).map { |e| laid_out(e) }
        laid.min_by.with_index { |e, i| @drawing.apply(e).then { |d| [collisions(d), -d.sheets[0].scale, i] } }
      end

      # How many corners are tried with the sheet laid out anew.
      TRIED = 3

      def laid_out(edit)
        after = @drawing.apply(edit)
        laid = Linking::Rebind.fitted(after, @source, [after.sheets[0].id])
        Drawings::Edit.new(edit.label, laid.cells.reject { |key, c| @drawing.cells[key] == c })
      end

      def with_table(edit)
        key, table = edit.changes.find { |_, c| c.is_a?(Drawings::Table) }
        changed = table.dup
        yield changed, @drawing.apply(edit)
        Drawings::Edit.new(edit.label, edit.changes.merge(key => changed))
      end

      def grows(corner) = corner.start_with?('upper') ? 'down' : 'up'

      def widths(table, after)
        context = Drawings::Tables::Kind::Context.new(after, after.sheets[0], nil, @source)
        rows = Drawings::Tables.of(table).rows(table, context)
        table.columns.map do |c|
          words = [c['title'], *rows.map { |r| r[c['field']].to_s }]
          mm = words.map { |w| Drafting::Lettering.width(w, table.height) }.max + BESIDE
          c.merge('width' => [mm, COLUMN].max.ceil.to_f)
        end
      end

      # Things that stand on others on its sheet, tables on tables included.
      def collisions(drawing)
        sheet = drawing.sheets[0]
        builder = Drawings::SceneBuilder.new(drawing, sheet.id, @source, shade: :known)
        boxes = builder.furniture.boxes
        over = boxes.combination(2).count { |a, b| met?(a, b) }
        over + Drawings::Overlaps.new(drawing, sheet, builder.scene).all.size
      end

      # (Furniture may touch.)
      def met?(a, b) = a[0] < b[2] - 0.01 && b[0] < a[2] - 0.01 && a[1] < b[3] - 0.01 && b[1] < a[3] - 0.01
    end
  end
end
