# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # What all features share: placement, operation, and the making of model dimensions.
      class Feature
        COMMON = %w[id type active].freeze
        # mm a through cut reaches beyond the part.
        BEYOND = 1.0

        # fields: Fields of the feature; body: Solid so far or nil; refine: see Solids::Discretise.
        def initialize(fields, body, refine, earlier)
          @f = fields
          @body = body
          @refine = refine
          @earlier = earlier
          read
        end

        # Tool bodies [Solid], one per instance.
        attr_reader :tools

        # The tools with what they do to the body: [[Solid, :boss, :cut or :intersect], ...].
        def copies = tools.map { |t| [t, operation.to_sym] }

        attr_reader :placement

        # Of sheet metal: what it is made of, where this feature lays that down or changes it; else nil.
        def stock = nil
        # The body in place of the one before, nil where tools are added and cut.
        def replacement = nil
        # Sentences about what a person should look at.
        def remarks = []
        # Ids of earlier features whose dimensions this one says anew, since it moved them.
        def taken = []

        def operation = @operation ||= @f.choice('operation', %w[boss cut intersect], 'boss')
        def cut? = operation == 'cut'

        # Names of tool faces that must show up in the result, by instance name, else the feature missed the part.
        def expected_faces = {}

        # { face name => thread } of tapped holes.
        def threads = {}

        protected

        def first = @placement.instances[0]

        # A ModelDimension for a field; names: faces without the instance prefix unless they contain '/'.
        def dimension(fields, field, kind, faces, **more)
          parameter = fields.parameter(field)
          path =
            if parameter
              parameter.path
            elsif fields.literal?(field)
              fields.path_of(field)
            end
          ModelDimension.new(
            id: dimension_id(fields.path_of(field)),
            feature: @f.id,
            kind: kind,
            parameter: parameter&.name,
            path: path,
            tolerance: parameter&.tolerance,
            unit: kind == :angle ? 'deg' : 'mm',
            count: 1,
            faces: faces.map { |n| n.include?('/') ? n : "#{first.name}/#{n}" },
            **more
          )
        end

        # "features[3].profile.steps[0].length" becomes "spindle.profile.collar.length": stays when features or steps
        # move.
        def dimension_id(path)
          rest = path.delete_prefix("#{@f.path}.").split('.')
          fields = @f
          words =
            rest[0...-1].flat_map do |key|
              list, index = key.match(/\A(\w+)(?:\[(\d+)\])?\z/).captures
              fields = index ? fields.parts(list)[index.to_i] : fields.part(list)
              index && fields.raw('name') ? [fields.raw('name')] : [key]
            end
          [@f.id, *words, rest[-1]].join('.')
        end

        def profile_dimensions(profile, frame, level, prefix: 'side.')
          profile.sizes.map do |s|
            fields, field = field_of(s.field)
            from = frame.point(*s.from, level)
            to = frame.point(*s.to, level)
            names = s.pieces.map { |n| "#{prefix}#{n}" }
            more = {
              value: s.value,
              from: from,
              to: to,
              axis: frame.z,
              centre: frame.point((s.from[0] + s.to[0]) / 2, (s.from[1] + s.to[1]) / 2, level)
            }
            if s.kind == :radius
              more[:centre] = from
              more[:value] = fields.size(field)
            end
            more[:value] = fields.size(field) if s.kind == :chamfer
            dimension(fields, field, s.kind, names, count: @placement.count, **more)
          end
        end

        # Fields object and field name for a path such as "features[0].profile.steps[1].length".
        def field_of(path)
          rest = path.delete_prefix("#{@f.path}.").split('.')
          fields =
            rest[0...-1].reduce(@f) do |f, key|
              (m = key.match(/\A(\w+)\[(\d+)\]\z/)) ? f.parts(m[1])[m[2].to_i] : f.part(key)
            end
          [fields, rest[-1]]
        end

        def pattern_dimensions
          [pitch_dimension, *grid_dimensions].compact
        end

        def pitch_dimension
          pitch = @placement.pitch or return nil

          frame = @placement.base
          centre = frame.point(*pitch[:centre])
          r = pitch[:radius]
          dimension(
            pitch[:fields],
            'pitch_circle',
            :pitch_circle,
            @placement.instances.map { |i| "#{i.name}/#{anchor_face}" }.first(3),
            value: 2 * r,
            axis: frame.z,
            centre: centre,
            from: Geometry::Vec.along(centre, frame.x, -r),
            to: Geometry::Vec.along(centre, frame.x, r)
          )
        end

        def grid_dimensions
          grid = @placement.grid or return []

          [['column_spacing', :du, [1, 0]], ['row_spacing', :dv, [0, 1]]].filter_map do |field, key, (c, r)|
            next if grid[key].zero?

            other = @placement.instances.find { |i| i.name == grid_name(1 + c, 1 + r) } or next
            dimension(
              grid[:fields],
              field,
              :centres,
              ["#{first.name}/#{anchor_face}", "#{other.name}/#{anchor_face}"],
              value: grid[key].abs,
              from: first.frame.origin,
              to: other.frame.origin,
              axis: first.frame.z
            )
          end
        end

        def grid_name(column, row)
          first.name.include?(',') ? "#{@f.id}[#{column},#{row}]" : "#{@f.id}[#{column}]"
        end

        # Depth (mm along z from the frame's plane) that leaves the body on the far side.
        def through_depth(frame)
          corners = 8.times.map { |i| 3.times.map { |k| @body.box[k + (i[k] * 3)] } }
          far = corners.map { |c| frame.local(c)[2] }.max
          [far, 0.0].max + BEYOND
        end
      end
    end
  end
end
