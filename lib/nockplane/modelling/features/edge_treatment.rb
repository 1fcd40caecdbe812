# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # Rounds or chamfers edges of the part, named by the two faces they lie between, or all around one face:
      #   edges: [[box/side.left, box/side.top], box/end.end]
      # What runs on tangentially is taken along. A round has a radius; a chamfer a setback, or setback and angle
      # (degrees from the first face named). Faces: ID/round.FACE+FACE (chamfer.FACE+FACE), and ID/corner.FACE+FACE+FACE
      # where three meet.
      class EdgeTreatment < Feature
        attr_reader :copies

        def tools = @copies.map(&:first)
        def expected_faces = { @f.id => @blend.tools.map { |t| t[2] } }

        def dimensions
          span = @spans[0]
          at = @body.point(span.vertices[0])
          name = @blend.tools[0][2]
          if @kind == :chamfer
            return [
              dimension(
                @f,
                'setback',
                :chamfer,
                [name],
                value: @sizes[0],
                count: runs,
                prefix: (Fault.mm(@f.degrees('angle')) if @f.key?('angle') && @f.degrees('angle') != 45),
                from: at,
                to: at,
                centre: at,
                axis: [0.0, 0.0, 1.0]
              )
            ]
          end

          surface = @tools_surface
          [
            dimension(
              @f,
              'radius',
              surface&.kind == :cylinder ? :radius : :tube_radius,
              [name],
              value: @sizes[0],
              count: runs,
              from: surface ? surface.origin : at,
              to: at,
              centre: surface ? surface.origin : at,
              axis: surface ? surface.axis : [0.0, 0.0, 1.0]
            )
          ]
        end

        private

        # How many runs of edges that meet one another are treated.
        def runs
          left = @spans.map(&:vertices)
          count = 0
          until left.empty?
            count += 1
            reach = [left.shift]
            while (own = reach.pop)
              met, left = left.partition { |other| (other & own).any? }
              reach.concat(met)
            end
          end
          count
        end

        def read
          @kind = @f.raw('type').to_sym
          @f.only(*COMMON, 'edges', *(@kind == :round ? %w[radius] : %w[setback angle]))
          @f.fault('edges', "the first feature must be a boss; there are no edges to #{@kind} yet") if @body.nil?
          @sizes = sizes
          @known = Solids::EdgeSpans.new(@body)
          @spans = @known.with_tangents(named_pairs).flat_map { |p| ordered(p) }
          @blend = Solids::Blend.new(@body, @spans, @kind, @sizes, @f.id, refine: @refine)
          check_room
          @copies =
            @blend
              .tools
              .sort_by
              .with_index { |(_, operation, _), i| [operation == :cut ? 0 : 1, i] }
              .map { |tool, operation, _| [tool, operation] }
          @tools_surface = @copies[0][0].faces.find { |f| f.name == @blend.tools[0][2] }&.surface
        rescue Solids::EdgeSpans::Unfit => e
          @f.fault('edges', e.message)
        end

        def sizes
          return [@f.size('radius')] * 2 if @kind == :round

          a = @f.size('setback')
          return a, a unless @f.key?('angle')

          angle = @f.degrees('angle')
          @f.fault('angle', "#{Fault.mm(angle)}°; between 5° and 85° is needed") unless angle.between?(5, 85)
          [a, (a * Math.tan(angle * Math::PI / 180)).round(6)]
        end

        def named_pairs
          given = @f.raw('edges')
          unless given.is_a?(Array) && !given.empty?
            @f.fault('edges', 'needs a list of edges, e.g. [[box/side.left, box/side.top], box/end.end]')
          end

          @first = {}
          given.flat_map { |g| g.is_a?(Array) && g.size == 2 ? pair(g.map { |n| known_face(n.to_s) }) : around(g) }.uniq
        end

        def known_face(name)
          @body.face(name)&.name or @f.fault('edges', "there is no face '#{name}' here#{near(name)}")
        end

        def near(name)
          found = DidYouMean::SpellChecker.new(dictionary: @body.faces.map(&:name)).correct(name)[0]
          found ? "; did you mean '#{found}'?" : ''
        end

        def pair(names)
          unless @known.pairs.include?(names.sort)
            @f.fault('edges', "'#{names.join("' and '")}' have no edge between them")
          end

          @first[names.sort] = names[0]
          [names.sort]
        end

        def around(name)
          @f.fault('edges', "'#{name}' is neither a face nor a pair of faces") unless name.is_a?(String)
          face = known_face(name)
          @known.around(face).each { |p| @first[p] = face }
        end

        # Spans with the face that a chamfer's setback is measured on first.
        def ordered(pair)
          first = @first[pair] || @first.values.find { |n| pair.include?(n) }
          @known
            .spans(pair)
            .map do |s|
              next s if first.nil? || s.faces[0].name == first || @sizes[0] == @sizes[1]

              s.dup.tap do |d|
                d.faces = s.faces.reverse
                d.vertices = s.vertices.reverse
                d.facets = s.facets.reverse
              end
            end
        end

        # Both feet must land on the faces the edge lies between.
        def check_room
          @spans.each do |s|
            @blend
              .feet(s)
              .zip(s.faces) do |foot, face|
                if @body.facets.any? { |f|
                     f.face.named?(face.name) && Solids::Distance.on_facet?(@body, f, foot, 0.01 * @sizes.max)
                   }
                  next
                end

                @f.fault(
                  @kind == :round ? 'radius' : 'setback',
                  "#{Fault.mm(@sizes[0])} mm does not fit on '#{face.name}'; use a smaller size"
                )
              end
          end
        end
      end
    end
  end
end
