# frozen_string_literal: true

module Nockplane
  module Drawings
    module Tables
      # Edits that put a hole table on the sheet of a view, or give it another origin.
      class Making
        def initialize(drawing, source)
          @drawing = drawing
          @source = source
        end

        # view_id: of the view whose holes it lists; pick: point of paper, mm, where its origin lies. An Edit or a
        # Refusal.
        def holes(view_id, pick)
          view = @drawing.view(view_id) or return Refusal.missing(:view, view_id)
          if Views.of(view).pictorial? || view.state
            return Refusal.new("#{view.name} shows no holes true; take a view that looks along them", [])
          end

          met = pick && snaps(view).at(*pick)
          unless met
            return Refusal.new('nothing is there; pick a corner, an edge or the centre of a hole as origin', [])
          end

          placed(view, table(view, met.spot))
        end

        # Most points of a table.
        MOST = 60

        # A table of points: picks of which the first is the origin.
        def points(view_id, picks)
          view = @drawing.view(view_id) or return Refusal.missing(:view, view_id)
          return Refusal.new("#{view.name} shows no lengths true", []) if Views.of(view).pictorial? || view.state
          return Refusal.new("pick an origin and at most #{MOST} points", []) unless picks.size.between?(2, MOST + 1)

          spots = picks.map { |x, y| snaps(view).at(x, y)&.spot }
          unless spots.all?
            return Refusal.new('a pick met nothing; pick ends, middles, centres or points on curves', [])
          end

          table = table(view, spots[0], PointList::NAME)
          table.spots = spots.drop(1).map(&:to_a)
          Edit.put("Table of #{table.spots.size} points added", seated(view, table, table.spots.size))
        end

        # The bend table of a flat pattern.
        def bends(view_id)
          view = @drawing.view(view_id) or return Refusal.missing(:view, view_id)
          flat = builder(view).shown(view).flat
          return Refusal.new("#{view.name} is no flat pattern", []) unless flat
          return Refusal.new("#{view.name} has no bends", []) if flat.lines.empty?
          if @drawing.tables.any? { |t| t.view == view_id && t.kind == BendList::NAME }
            return Refusal.new("#{view.name} has a bend table already", [])
          end

          table = Shelf.table(BendList::NAME, @drawing.next_id('t'), view.sheet).tap { |t| t.view = view.id }
          words = "Bend table of #{flat.lines.size} #{flat.lines.size == 1 ? 'bend' : 'bends'} added"
          Edit.put(words, seated(view, table, flat.lines.size))
        end

        # Another origin for a table.
        def origin(table_id, pick)
          table = @drawing.cells["table/#{table_id}"] or return Refusal.missing(:table, table_id)
          view = @drawing.view(table.view) or return Refusal.new('its view is no longer there', [])
          met = pick && snaps(view).at(*pick)
          return Refusal.new('nothing is there; pick a corner, an edge or the centre of a hole', []) unless met

          Edit.put(
            "Origin of the #{Tables.of(table).title} moved",
            table.dup.tap { |t| t.origin, t.origin_at = met.spot.to_a, point(view, met.spot) }
          )
        end

        private

        def builder(view) = (@builders ||= {})[view.sheet] ||= SceneBuilder.new(@drawing, view.sheet, @source)
        def snaps(view) = Annotations::Snaps.new(builder(view).shown(view), builder(view).place(view))

        def point(view, spot)
          Modelling::Spots.of(builder(view).shown(view).solid).find(spot)&.point&.map { |c| c.round(6) }
        end

        def table(view, spot, kind = HoleList::NAME)
          Shelf
            .table(kind, @drawing.next_id('t'), view.sheet)
            .tap do |t|
              t.view = view.id
              t.origin = spot.to_a
              t.origin_at = point(view, spot)
            end
        end

        def placed(view, table)
          holes = Holes.new(@drawing, table, builder(view).shown(view)).all
          return Refusal.new("#{view.name} shows no holes from above", ["view/#{view.id}"]) if holes.empty?

          words = "Hole table of #{holes.size} #{holes.size == 1 ? 'hole' : 'holes'} added"
          Edit.put(words, seated(view, table, holes.size))
        end

        # The table where it stands clear with so many rows: in a corner, else as near to one as can be.
        def seated(view, table, rows)
          frame = builder(view).frame_box
          taken = @drawing.views_on(view.sheet).map { |v| builder(view).reach(v) }
          size = [table.width, (rows + 1) * table.row]
          pieces = builder(view).furniture.boxes
          place = free_place(frame, pieces, taken, size) || free_place(frame, pieces, [], size, CORNERS.first(1))
          x, y = place || corner_middle(CORNERS[0], frame, size)
          table.corner = 'upper left'
          table.dx = (x - (size[0] / 2) - frame[0]).round(3)
          table.dy = (frame[3] - y - (size[1] / 2)).round(3)
          table.grows = 'down'
          table
        end

        # Middle of the place nearest to one of the corners that is free; nil when none is.
        def free_place(frame, pieces, taken, size, corners = CORNERS)
          spot = Spot.new(frame, pieces, taken, 0.0)
          wanted = corners.map { |name| corner_middle(name, frame, size) }
          found = wanted.filter_map { |m| spot.nearest(*m, *size)&.then { |at| [distance(at, m), at] } }
          found.min&.last
        end

        CORNERS = ['upper right', 'upper left', 'lower left'].freeze

        def distance(at, wanted) = Math.hypot(at[0] - wanted[0], at[1] - wanted[1]).round(3)

        # Middle of the table in a corner.
        def corner_middle(name, frame, size)
          x0, y0, x1, y1 = Drafting::Corner.box(name, frame, *size, 0.0, 0.0)
          [(x0 + x1) / 2, (y0 + y1) / 2]
        end
      end
    end
  end
end
