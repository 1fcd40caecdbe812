# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # The faces of a model as places in one of its images, to tie points of lines and boundaries to.
      class Anchorage
        # face: name; place: [x, y] mm of the model in the image; exact: is that an axis seen end-on, which a point near
        # it means?
        Found = Struct.new(:face, :place, :exact)

        attr_reader :solid

        # solid: of the model; axes: its turned ones; frame: of the view drawn on, not turned on the sheet.
        def initialize(solid, axes, frame)
          @solid = solid
          @axes = axes
          @frame = frame
        end

        # What a point at x, y is tied to: the axis seen end-on within near mm, else the turned face whose axis is
        # nearest in the image.
        def near(x, y, near)
          ends = end_on.map { |face, place, radius| [face, place, radius, Math.hypot(place[0] - x, place[1] - y)] }
          face, place, _, distance = ends.min_by { |e| [e[3], e[2]] }
          return Found.new(face, place, true) if face && distance <= near

          inside = ends.select { |_, _, radius, d| d <= radius + near }.min_by { |e| e[3] }
          inside && Found.new(inside[0], inside[1], false)
        end

        # [Found] of all axes seen end-on.
        def ends = end_on.map { |face, place, _| Found.new(face, place, true) }

        # Where a face is: of a turned one its axis, else the middle of its image. nil when it is gone.
        def place(face)
          facets = @solid.facets_of(face)
          return nil if facets.empty?

          surface = facets[0].face.surface
          return @frame.image(surface.origin) if turned?(surface) && @frame.along?(surface.axis)

          images = facets.flat_map { |f| f.loops.flatten }.uniq.map { |i| @frame.image(@solid.point(i)) }
          images.transpose.map { |c| c.minmax.sum / 2 }
        end

        # Depth of a face along the sight: of a turned one its axis', else the middle's. nil when it is gone.
        def depth(face)
          facets = @solid.facets_of(face)
          return nil if facets.empty?

          surface = facets[0].face.surface
          return @frame.depth(surface.origin) if turned?(surface) && @frame.square?(surface.axis)

          facets.flat_map { |f| f.loops.flatten }.uniq.map { |i| @frame.depth(@solid.point(i)) }.minmax.sum / 2
        end

        # Ends [[x, y], [x, y]] of the straight edge between two faces, run the way of an Edge; nil when there is none
        # any more.
        def edge(faces, like)
          ids = faces.map { |f| @solid.facets_of(f).flat_map { |x| x.loops.flatten } }
          shared = ids.size == 2 ? ids[0] & ids[1] : ids[0].to_a
          return nil if shared.size < 2

          run = [like.to.x - like.from.x, like.to.y - like.from.y]
          shared.map { |i| @frame.image(@solid.point(i)) }.minmax_by { |x, y| (x * run[0]) + (y * run[1]) }
        end

        # Depth of the nearest and of the farthest point of the part along the sight.
        def reach = @frame.project(@solid)[2].minmax

        private

        def turned?(surface) = %i[cylinder cone torus sphere].include?(surface.kind)

        # [[face, place, radius], ...] of axes seen end-on.
        def end_on
          @end_on ||=
            @axes.select { |a| @frame.along?(a.direction) }.map { |a| [a.faces.min, @frame.image(a.origin), a.radius] }
        end
      end
    end
  end
end
