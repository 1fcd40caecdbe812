# frozen_string_literal: true

module Nockplane
  module Drawings
    # Another drafting standard for a document. Where the projection angle turns, every view (berth) keeps what it shows
    # and changes sides with its fellows (4.1); then views that came to stand on each other or on the title block are
    # laid out anew.
    module StandardChange
      module_function

      # values: of a Drafting::Standard. source: as of SceneBuilder, nil for a template. An Edit or a Refusal.
      def edit(drawing, values, source = nil)
        standard = Drafting::Standard.new(values)
        problems = standard.problems
        return Refusal.new(problems.join('; '), ['meta']) unless problems.empty?

        cells = [drawing.meta.dup.tap { |m| m.standard = values }]
        cells += turned(drawing) if standard.first_angle? != drawing.standard.first_angle?
        after = Drawing.new(drawing.cells.merge(cells.to_h { |c| [Cells.key(c), c] }))
        cells += source ? settled(after, source) : after.sheets.flat_map { |s| inside(after, s) }
        if source && layout_of(standard) != layout_of(drawing.standard)
          cells += redimensioned(Drawing.new(after.cells.merge(cells.to_h { |c| [Cells.key(c), c] })), source)
        end

        Edit.put(
          cells.size > 1 ?
            "Standard #{standard.name}, #{standard.first_angle? ? 'first' : 'third'} angle" :
            "Standard #{standard.name}",
          cells
        )
      end

      # What decides where dimensions stand.
      def layout_of(standard)
        standard.to_h.slice(
          'text_height',
          'deviation_height',
          'units',
          'text_direction',
          'text_place',
          'arrow_length',
          'first_row',
          'row',
          'tolerances',
          'first_angle'
        )
      end

      # Dimensions that were not placed by hand, in new rows; sheets: ids of those concerned, nil for all.
      def redimensioned(drawing, source, sheets = nil)
        builders = Hash.new { |h, sheet| h[sheet] = SceneBuilder.new(drawing, sheet, source) }
        views = sheets ? drawing.views.select { |v| sheets.include?(v.sheet) } : drawing.views
        views.flat_map do |v|
          drawing
            .dimensions_of(v.id)
            .then { |d| d.empty? ? [] : Tidy.new(builders[v.sheet], drawing.standard, v).placed(d) }
        end
      end

      def settled(drawing, source)
        drawing.sheets.flat_map { |s| s.binding ? Arranging.settled(drawing, s, source) : [] }
      end

      # Views and berths on the other side of their parents.
      def turned(drawing)
        placed = {}
        place = lambda do |c|
          placed[c.id] ||= begin
            parent = c.parent && drawing.parent_of(c)
            parent ? mirrored(c, parent, place[parent]) : c
          end
        end
        (drawing.views + drawing.berths).select(&:parent).map(&place)
      end

      # The child on the other side of its parent's new place, mirrored across the fold line (one pulled from a corner:
      # in the corner opposite). What is not folded out of its parent (a detail) stays where it is.
      def mirrored(child, parent, moved)
        return child unless child.direction

        offset = [child.x - parent.x, child.y - parent.y]
        way = Folding.way(child.direction)
        along = way && ((offset[0] * way[0]) + (offset[1] * way[1]))
        dx, dy = way ? [0, 1].map { |k| offset[k] - (2 * along * way[k]) } : offset.map(&:-@)
        child.dup.tap { |c| c.direction, c.x, c.y = Folding.opposite(child.direction), moved.x + dx, moved.y + dy }
      end

      # Berths that were turned off the sheet, moved back inside with the berths they are tied to.
      def inside(drawing, sheet)
        frame = sheet.paper.frame
        berths = drawing.berths.select { |b| b.sheet == sheet.id }
        roots = berths.reject { |b| drawing.berth(b.parent) }
        roots.flat_map do |root|
          family = [root, *Folding.descendants(berths, root.id)]
          low = [0, 1].map { |k| [frame[k] + 5 - family.map { |b| b.box[k] }.min, 0.0].max }
          high = [0, 1].map { |k| [family.map { |b| b.box[k + 2] }.max - frame[k + 2] + 5, 0.0].max }
          by = [0, 1].map { |k| low[k] - high[k] }
          by.all?(&:zero?) ?
            [] :
            family.map { |b| b.dup.tap { |x| x.x, x.y = (b.x + by[0]).round(3), (b.y + by[1]).round(3) } }
        end
      end
    end
  end
end
