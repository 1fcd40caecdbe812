# frozen_string_literal: true

module Nockplane
  module Planning
    module Tolerances
      # Corrections of a tolerance plan by hand, kept legal (standards.md 10.3): statements put in, changed, taken away.
      class Editing
        # model: Modelling::Model without its plan; plan: Modelling::TolerancePlan.
        def initialize(model, plan)
          @model = model
          @plan = plan
          @index = Solids::Indexed.of(model.solid)
        end

        # The plan with a statement put in (without an id: a new one) or in place of the one of its id. data: plain.
        # Raises Refused.
        def put(data)
          standing = @plan.statement(data['id'].to_s)
          data = { 'id' => @plan.next_id('h') }.merge(data.compact) unless standing
          made = standing ? standing.with(**data.transform_keys(&:to_sym)) : Modelling::Planned.read(data)
          check(made)
          list = @plan.statements
          kept(standing ? list.map { |s| s.id == made.id ? made : s } : list + [made])
        rescue Modelling::Planned::Statement::Wrong => e
          raise Refused, e.message
        end

        # Without statements of some ids. A datum that frames refer to stays. Raises Refused.
        def drop(ids)
          left = @plan.statements.reject { |s| ids.include?(s.id) }
          letters = left.grep(Modelling::Planned::Datum).map(&:letter)
          user = left.find { |s| s.is_a?(Modelling::Planned::Frame) && (s.letters - letters).any? }
          if user
            gone = (user.letters - letters)[0]
            raise Refused, "datum #{gone} stays: #{user.words} goes by it. Take that away first, or change its datums."
          end

          kept(left)
        end

        # Statements of some ids in an annotation plane (nil: the one that suits), at a place of the model in mm (nil:
        # where they come to lie). Raises Refused.
        def place(ids, plane, at)
          known(plane)

          kept(@plan.statements.map { |s| ids.include?(s.id) ? s.with(plane: plane, at: at) : s })
        rescue Modelling::Planned::Statement::Wrong => e
          raise Refused, e.message
        end

        # With an annotation plane along a face, called as the face is. Raises Refused where the face gives none, or one
        # that there is.
        def add_plane(name)
          raise Refused, "the part has no face '#{name}'" if @index.standing(name).empty?

          made = Modelling::AnnotationPlanes.at_face(@index, name) or
            raise Refused,
                  "#{name} has no direction; choose a flat face, or a turned one for a plane square to its axis"
          same = planes.find { |p| Geometry::Vec.distance(p.normal, made.normal) < Part::SQUARE }
          raise Refused, "that is the direction of plane #{same.name}; put annotations there" if same

          kept(@plan.statements, planes: @plan.planes + [name])
        end

        # Without an annotation plane of its own; what lay in it goes to the one that suits.
        def drop_plane(name)
          left = @plan.statements.map { |s| s.plane == name ? s.with(plane: nil, at: nil) : s }
          kept(left, planes: @plan.planes - [name])
        end

        # Faces that lie in one plane with another and look the same way, as machined at once; offered to be joined.
        # Raises Refused for a face that there is not.
        def coplanar(name)
          raise Refused, "the part has no face '#{name}'" unless @index.face(name)

          part = Part.new(@model)
          part.feature(name).then { |f| f.is_a?(Part::Flat) ? f.faces : [name] }
        end

        private

        # (The faces that the plan names are looked for on the model without it.)
        def planes
          own = @plan.planes.filter_map { |n| Modelling::AnnotationPlanes.at_face(@index, n) }
          Modelling::AnnotationPlanes::BASE + own
        end

        def kept(statements, planes: @plan.planes)
          @plan.with(statements, planes: planes)
        rescue Modelling::RecipeFault => e
          raise Refused, e.faults.map(&:reason).join('; ')
        end

        def known(plane)
          return if plane.nil? || planes.any? { |p| p.name == plane }

          raise Refused, "there is no annotation plane '#{plane}'"
        end

        def check(made)
          lost = made.faces.select { |n| @index.standing(n).empty? }
          raise Refused, "the part has no face '#{lost[0]}'" if lost.any?

          case made
          when Modelling::Planned::Frame
            frame(made)
          when Modelling::Planned::Size
            size(made)
          when Modelling::Planned::Datum
            letter(made)
          end
        end

        def frame(made)
          kinds = made.faces.flat_map { |n| @index.standing(n) }.map { |f| f.surface.kind }
          around =
            Tolerancing::FrameRules::Around.new(
              size: sized?(made.faces),
              round: kinds.any? { |k| %i[cylinder cone sphere].include?(k) },
              datums: @plan.datums.to_h { |d| [d.letter, sized?(d.faces)] }
            )
          faults = Tolerancing::FrameRules.check(made.frame, around)
          raise Refused, faults.map { |f| "#{f.words} (#{f.rule})" }.join('; ') if faults.any?
        end

        # A cylinder, a ball, or two flat faces opposite one another, as of a slot. (Faces in one plane have no size.)
        def sized?(names)
          surfaces = names.flat_map { |n| @index.standing(n) }.map(&:surface)
          flats = surfaces.select(&:plane?)
          surfaces.any? { |s| %i[cylinder sphere].include?(s.kind) } ||
            flats.combination(2).any? { |a, b| opposite?(a, b) }
        end

        def opposite?(one, other)
          Geometry::Vec.parallel?(one.axis, other.axis, Part::SQUARE) && one.distance(other.origin).abs > Part::LEVEL
        end

        def size(made)
          found = @model.dimension(made.of)
          raise Refused, "there is no size '#{made.of}' on this part" unless found
          return if made.tolerance.nil? || made.exact?

          Tolerancing::Tolerance.parse(made.tolerance).deviations(found.value)
          others = @plan.statements.grep(Modelling::Planned::Size).reject { |s| s.id == made.id }
          raise Refused, 'that size is in the plan already; change it there' if others.any? { |s| s.of == made.of }
          if found.tolerance
            raise Refused, "that size has its own tolerance, #{found.tolerance}; change it under Sizes of the model"
          end
        rescue Tolerancing::Iso286::OutOfTables => e
          raise Refused, "#{e.message}; choose another fit"
        end

        def letter(made)
          return if @plan.datums.none? { |d| d.letter == made.letter && d.id != made.id }

          raise Refused,
                "datum #{made.letter} stands already; the next free letter is " \
                  "#{Tolerancing::Frame.next_letter(@plan.datums.map(&:letter))}"
        end
      end
    end
  end
end
