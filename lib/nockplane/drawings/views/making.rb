# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # New views of a drawing: put on a sheet, pulled or cut out of another. Each gives an Edit, or a Refusal that says
      # why not. Points and places are mm of paper.
      class Making
        # mm between a view and one that is made out of it, when no place is given.
        APART = 20.0
        # How much larger than its parent a detail is, at least.
        ENLARGED = 2.0
        # Longest label of a line's form that is understood.
        FORMS = %w[full stretch stepped half bend].freeze

        def initialize(drawing, source)
          @drawing = drawing
          @source = source
        end

        # A view that hangs on no other. binding: id; orientation: a named direction, or sight: [dx, dy, dz, ux, uy,
        # uz]; scale: factor, nil for the sheet's.
        def add(sheet_id, binding_id, revision, orientation: nil, sight: nil, at: nil, scale: nil, state: nil)
          sheet = @drawing.sheet(sheet_id) or return gone('sheet')
          unless sight || Projection::ViewFrame.named?(orientation)
            return Refusal.new("'#{orientation}' is not a direction of sight", [])
          end

          kind = orientation.to_s.start_with?('iso') ? Pictorial::NAME : Principal::NAME
          view =
            View.new(
              id: @drawing.next_id('v'),
              sheet: sheet_id,
              binding: binding_id,
              revision: revision,
              kind: kind,
              orientation: sight ? nil : orientation,
              sight: sight,
              state: state,
              scale: scale,
              style: (assembly?(binding_id, revision) && kind == Principal::NAME ? 'visible' : nil),
              x: 0.0,
              y: 0.0
            )
          view.name = unused(BerthEdits.name(@drawing, view.dup))
          view.x, view.y = at || free_place(sheet, view)
          finished("#{view.name} added", view)
        end

        # A view pulled out of another to one of eight sides and corners.
        def pull(parent_id, direction, at = nil)
          parent = @drawing.view(parent_id) or return gone('view')
          corner = Folding::CORNERS.key?(direction)
          unless corner || Folding::STEPS.key?(direction)
            return Refusal.new("a view is pulled to #{[*Folding::STEPS.keys, *Folding::CORNERS.keys].join(', ')}", [])
          end

          unless Views.of(parent).whole?
            return Refusal.new("#{parent.name} shows a part only; pull views out of what it was taken from", [])
          end

          view = child(parent, corner ? Pictorial::NAME : Projected::NAME, direction)
          view.name = unused(BerthEdits.name(@drawing, view.dup))
          finished("#{view.name} pulled out of #{parent.name}", placed(view, parent, at))
        end

        # A section along a line drawn on a view. line: points; form: one of FORMS; at: where the view goes, which says
        # from where one looks;
        # free: it only says that, and the view goes where there is room on that side.
        def section(parent_id, line, form, at: nil, depth: nil, slice: false, free: false)
          parent = @drawing.view(parent_id) or return gone('view')
          return Refusal.new("a section is #{FORMS.join(', ')}", []) unless FORMS.include?(form)
          if line.size < { 'half' => 2, 'bend' => 3, 'stepped' => 4 }.fetch(form, 2)
            return Refusal.new(too_few(form), [])
          end

          own =
            CuttingLine.new(
              line: sketch(parent).cutting_line(line, form),
              form: form,
              looks: 1,
              depth: depth,
              slice: slice || nil
            )
          wrong = own.problem
          return Refusal.new(wrong, []) if wrong

          cut(parent, own, at, free)
        end

        # A part of a view, larger. shape: circle, rectangle or curve through points (Sketch#region).
        def detail(parent_id, shape, points, at: nil, scale: nil)
          parent = @drawing.view(parent_id) or return gone('view')
          region = sketch(parent).region(shape, points)
          wrong = region.problem
          return Refusal.new(wrong, []) if wrong

          view = child(parent, Detail::NAME, nil).tap { |v| v.own = region }
          view.label = Detail.new.label(Letters.next(@drawing))
          view.name = unused("Detail #{view.label}")
          view.scale = scale || Drafting::Scale.above(@drawing.scale(parent) * ENLARGED)
          view.x, view.y = at || free_place(@drawing.sheet(parent.sheet), view)
          finished("#{view.name} taken out of #{parent.name}", view)
        end

        # A view square to the edge picked at a point of a view.
        def auxiliary(parent_id, pick, at: nil)
          parent = @drawing.view(parent_id) or return gone('view')
          edge = sketch(parent).edge(*pick) or return Refusal.new('pick a straight edge of the view', [])
          way = [edge.outward, edge.outward.map(&:-@)].max_by { |x, y| toward(parent, at, x, y) }
          outward = @drawing.standard.first_angle? ? way.map(&:-@) : way
          edge.side = -1 if (edge.outward[0] * outward[0]) + (edge.outward[1] * outward[1]) < 0
          view = child(parent, Auxiliary::NAME, Folding.direction(*way)).tap { |v| v.own = edge }
          view.label = Letters.next(@drawing)
          view.name = unused("View #{view.label}")
          finished("#{view.name} pulled out of #{parent.name}", placed(view, parent, at))
        end

        private

        def gone(what) = Refusal.new("that #{what} is no longer in the drawing", [])
        def builder(sheet) = (@builders ||= {})[sheet] ||= SceneBuilder.new(@drawing, sheet, @source, shade: :known)
        def sketch(view) = Sketch.new(builder(view.sheet), view)
        def assembly?(binding_id, revision) = @source.model(@drawing.binding(binding_id).subject(revision)).assembly?

        def too_few(form)
          {
            'half' => 'draw a half section from outside the part to its axis',
            'bend' => 'draw two planes with three points: outside, the axis where they meet, outside',
            'stepped' => 'draw a stepped section with four points at least'
          }.fetch(form, 'the cutting line needs two points')
        end

        # A view that takes what it can from its parent.
        def child(parent, kind, direction)
          View.new(
            id: @drawing.next_id('v'),
            sheet: parent.sheet,
            binding: parent.binding,
            revision: parent.revision,
            kind: kind,
            parent: parent.id,
            direction: direction,
            state: parent.state,
            x: parent.x,
            y: parent.y
          )
        end

        # The section of a view along a line. (Where it stands says from where one looks: SEC-23.)
        def cut(parent, own, at, free)
          e = own.sight
          way = @drawing.standard.first_angle? ? e : e.map(&:-@)
          own.looks, way = -1, way.map(&:-@) if toward(parent, at, *way).negative?
          view = child(parent, Section::NAME, Folding.direction(*way)).tap { |v| v.own = own }
          view.label = Section.new.label(Letters.next(@drawing))
          view.name = unused("Section #{view.label}")
          finished("#{view.name} cut through #{parent.name}", placed(view, parent, free ? nil : at))
        end

        # How far a place lies from the parent along a direction; without one a look to the right or up is taken.
        def toward(parent, at, x, y) = at ? ((at[0] - parent.x) * x) + ((at[1] - parent.y) * y) : x + (y * 0.9)

        # In line with its parent as near to a place as may be, or beside it.
        def placed(view, parent, at)
          way = Folding.tied(view)
          at ||= beside(view, parent)
          return view.tap { |v| v.x, v.y = at } unless way

          along = ((at[0] - parent.x) * way[0]) + ((at[1] - parent.y) * way[1])
          view.tap { |v| v.x, v.y = (parent.x + (way[0] * along)).round(3), (parent.y + (way[1] * along)).round(3) }
        end

        # Out of the parent along the fold, where nothing stands and the sheet goes; else just beside it.
        def beside(view, parent)
          x, y = Folding.way(view.direction) || Folding::CORNERS.fetch(view.direction).map { |c| c * Math.sqrt(0.5) }
          w, h = Arranging.size(with(view), view, @source).map { |mm| mm * @drawing.scale(parent) / 2 }
          x0, y0, x1, y1 = builder(parent.sheet).place(parent).outline
          reach =
            (
              (x * (x.positive? ? x1 - parent.x : x0 - parent.x)) + (y * (y.positive? ? y1 - parent.y : y0 - parent.y))
            ).abs
          far = reach + APART + (x.abs * w) + (y.abs * h)
          places =
            (0..TRIES)
              .map { |i| far + (i * STEP) }
              .map { |mm| [(parent.x + (x * mm)).round(3), (parent.y + (y * mm)).round(3)] }
          places.find { |px, py| room?(parent.sheet, [px - w, py - h, px + w, py + h]) } || places[0]
        end

        # mm between places tried along a fold, and how many are.
        STEP = 8.0
        TRIES = 60

        # Is a box inside the frame and clear of what stands on a sheet?
        def room?(sheet_id, box)
          taken =
            @taken ||=
              @drawing.views_on(sheet_id).map { |v| builder(sheet_id).reach(v) } + builder(sheet_id).furniture.boxes
          Geometry::Box.inside?(box, builder(sheet_id).frame_box) && taken.none? { |b| Geometry::Box.meet?(box, b) }
        end

        # In the free room of a sheet, else in its middle.
        def free_place(sheet, view)
          w, h = Arranging.size(with(view), view, @source).map { |mm| mm * (view.scale || @drawing.scale(view)) }
          taken = @drawing.views_on(sheet.id).map { |v| builder(sheet.id).place(v).outline }
          x0, y0, x1, y1 = frame = sheet.paper.frame
          Spot.new(frame, builder(sheet.id).furniture.boxes, taken, 8.0).near(
            x0 + (w * 0.6) + 20,
            y1 - (h * 0.6) - 20,
            w,
            h
          ) || [(x0 + x1) / 2, (y0 + y1) / 2]
        end

        def with(view) = Drawing.new(@drawing.cells.merge("view/#{view.id}" => view.dup))

        # The name, numbered when another view has it.
        def unused(name)
          taken = @drawing.views.map(&:name)
          return name unless taken.include?(name)

          "#{name} #{(2..).find { |n| !taken.include?("#{name} #{n}") }}"
        end

        # The edit, unless the view could not be shown.
        def finished(label, view)
          shown = ShownModel.of(@source, with(view), view)
          return Refusal.new(shown.problem, []) if shown.problem
          if shown.linework.strokes.empty?
            return Refusal.new('there is nothing of the part inside it; draw it over the view', [])
          end

          Edit.put(label, view)
        end
      end
    end
  end
end
