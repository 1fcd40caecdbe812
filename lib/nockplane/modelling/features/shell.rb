# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # Hollows the part out to an even wall, leaving the faces of `open` away. Faces: ID/inner.FACE, the slash of FACE
      # as a dot.
      class Shell < Feature
        def operation = 'cut'
        def expected_faces = {}

        def dimensions
          return [] unless @pair

          outer, inner = @pair
          [
            dimension(
              @f,
              'wall',
              :linear,
              [outer.face.name, "#{@f.id}/inner.#{outer.face.name.tr('/', '.')}"],
              value: @wall,
              from: inner,
              to: Geometry::Vec.along(inner, outer.normal, @wall),
              axis: Geometry::Vec.any_normal(outer.normal)
            )
          ]
        end

        private

        def read
          @f.only(*COMMON, 'wall', 'open')
          @f.fault('wall', 'the first feature must be a boss; there is nothing to hollow out yet') if @body.nil?
          @wall = @f.size('wall')
          @open = open_faces
          hollow =
            Solids::Offset.of(@body, ->(face) { @open.include?(face) ? BEYOND : -@wall }) do |name|
              "#{@f.id}/inner.#{name.tr('/', '.')}"
            end
          check(hollow)
          @tools = [hollow]
          @pair = pair
        rescue Solids::Offset::TooFar => e
          @f.fault('wall', "#{Fault.mm(@wall)} mm does not work here: #{e.message}")
        end

        def open_faces
          names = @f.raw('open') || []
          @f.fault('open', 'needs a list of plane faces, e.g. [box/end.end]') unless names.is_a?(Array)
          names.map do |name|
            Placement.planar_facet(@f, 'open', name.to_s, @body)
            @body.face(name.to_s)
          end
        end

        # The hollow must keep the wall away from every closed face: it may not cross itself or come out elsewhere.
        def check(hollow)
          facets = @body.facets.reject { |f| @open.include?(f.face) }
          hollow.xs.each_index do |i|
            p = hollow.point(i)
            thin =
              facets.find do |f|
                near?(f.box, p) && Solids::Distance.to_facet(@body, f, p) < (@wall * 0.98) - slack(f)
              end or next
            @f.fault(
              'wall',
              "#{Fault.mm(@wall)} mm does not work here: the hollow comes too near to '#{thin.face.name}'; use a " \
                'thinner wall'
            )
          end
        end

        # mm that chords lie inside the surface they stand for.
        def slack(facet)
          if facet.face.surface.plane?
            0.0
          else
            0.003 * [facet.face.surface.radius || 0.0, facet.face.surface.minor || 0.0].max
          end
        end

        def near?(box, p) = 3.times.all? { |k| p[k] > box[k] - @wall && p[k] < box[k + 3] + @wall }

        # A plane face with its inner one, for the dimension: facet and a point of the inner face.
        def pair
          facet = @body.facets.find { |f| f.face.surface.plane? && !@open.include?(f.face) } or return nil
          ids = facet.loops[0]
          middle = ids.map { |i| @body.point(i) }.transpose.map { |c| c.sum / ids.size }
          [facet, Geometry::Vec.along(middle, facet.normal, -@wall)]
        end
      end
    end
  end
end
