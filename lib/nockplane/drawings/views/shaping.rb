# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # What is done to a view that stands: cropped, broken out, interrupted, turned, released, exploded, its line or
      # boundary drawn anew. Each gives an Edit, or a Refusal that says why not. Points are mm of paper.
      class Shaping
        # mm of paper between break lines.
        ROOM = 3.0

        def initialize(drawing, source, id)
          @drawing = drawing
          @source = source
          @view = drawing.view(id)
        end

        # Is there no such view any more?
        def gone? = @view.nil?

        # Only what lies within a boundary is shown.
        def crop(shape, points)
          region = sketch.region(shape, points)
          region.problem ? refusal(region.problem) : changed("#{name} cropped") { |v| v.crop = region }
        end

        def uncrop
          @view.crop ? changed("#{name} shown whole again") { |v| v.crop = nil } : refusal("#{name} is not cropped")
        end

        # Breaks out what lies inside a boundary, down to a depth: "through", mm below the nearest point of the part, or
        # nil for the axis that lies across the sight there, else the middle.
        def break_out(shape, points, depth = nil)
          region = sketch.region(shape, points)
          return refusal(region.problem) if region.problem

          part = at_depth(Breakout.new(region: region), depth)
          return part if part.is_a?(Refusal)

          changed("Part of #{name} broken out") { |v| v.broken = [*v.broken, part] }
        end

        # Another depth of a part that is broken out (by its number, from 0).
        def deepen(index, depth)
          part = broken(index) or return refusal('that broken-out part is no longer there')
          fresh = at_depth(Breakout.new(region: part.region), depth)
          return fresh if fresh.is_a?(Refusal)

          changed("Broken-out part of #{name} has another depth") do |v|
            v.broken = v.broken.each_with_index.map { |b, i| i == index ? fresh : b }
          end
        end

        def mend(index)
          return refusal('that broken-out part is no longer there') unless broken(index)

          changed("Broken-out part of #{name} mended") do |v|
            v.broken =
              v.broken.each_with_index.reject { |_, i| i == index }.map(&:first).then { |l| l.empty? ? nil : l }
          end
        end

        # Leaves out what lies between two points, along the view's longer side.
        def interrupt(one, other)
          a, b = [one, other].map { |p| place.image(*p) }
          k = (b[0] - a[0]).abs >= (b[1] - a[1]).abs ? 0 : 1
          gap =
            Gap.new(
              along: k.zero? ? 'x' : 'y',
              from: [a[k], b[k]].min.round(6),
              to: [a[k], b[k]].max.round(6),
              room: ROOM
            )
          wrong = gap_problem(gap, k)
          wrong ? refusal(wrong) : changed("#{name} interrupted") { |v| v.gaps = [*v.gaps, gap].sort_by(&:from) }
        end

        def join
          if @view.gaps
            changed("#{name} shown uninterrupted") { |v| v.gaps = nil }
          else
            refusal("#{name} is not interrupted")
          end
        end

        # Turned by degrees from how its kind has it; 0 takes the turn back. A turned view is no longer in line with its
        # parent.
        def turn(degrees)
          angle = ((degrees + 180) % 360) - 180
          return refusal("#{name} is turned so already") if (angle - (@view.turn || 0)).abs < 1e-9

          changed(
            angle.zero? ? "#{name} turned back" : "#{name} turned by #{angle.round(2).to_s.delete_suffix('.0')}°"
          ) do |v|
            v.turn = angle.zero? ? nil : angle.round(6)
            v.released = true if @view.parent && v.turn
            v.released = nil unless v.turn
          end
        end

        # Turned so that the edge picked at a point lies level (or upright).
        def level(pick, upright: false)
          edge = sketch.edge(*pick) or return refusal('pick a straight edge of the view')
          angle = Math.atan2(edge.to.y - edge.from.y, edge.to.x - edge.from.x) * 180 / Math::PI
          turn((upright ? 90.0 : 0.0) - angle.then { |a| (((a + 90) % 180) - 90) })
        end

        def release
          if Folding.tied(@view)
            changed("#{name} released from #{parent.name}") { |v| v.released = true }
          else
            refusal("#{name} is in line with no other view")
          end
        end

        # Back in line with its parent, where it lies nearest.
        def restore
          return refusal("#{name} was not released") unless @view.released && @view.parent

          way = Views.of(@view).way(@view)
          along = ((@view.x - parent.x) * way[0]) + ((@view.y - parent.y) * way[1])
          changed("#{name} in line with #{parent.name} again") do |v|
            v.released = v.turn = nil
            v.x, v.y = (parent.x + (way[0] * along)).round(3), (parent.y + (way[1] * along)).round(3)
          end
        end

        # Shows the assembly exploded (Products::Subject.exploded), or as made.
        def state(state)
          return changed("#{name} shown as made") { |v| v.state = nil } unless state

          subjects = [nil, state].map { |s| @drawing.binding(@view.binding).subject(@view.revision, s) }
          made = @source.model(subjects[0])
          return refusal('an exploded view needs an assembly with explode steps') unless made.assembly?

          steps = @source.arrangement(subjects[0]).steps(subjects[1].explosion)
          if steps.nil? && state.include?('/')
            return refusal("the assembly has no explosion '#{subjects[1].explosion}'")
          end
          return refusal('the assembly has no explode steps') if steps.nil? || @source.model(subjects[1]).equal?(made)

          changed("#{name} exploded") { |v| v.state = state }
        end

        # A component shown thin, left out, plain, or (nil) as the rest.
        def part(component, look)
          known = @source.model(@drawing.subject(@view)).components.map(&:component)
          return refusal('that component is not in the assembly shown') unless known.include?(component)
          unless look.nil? || PartLook::WORDS.key?(look) || look == 'whole'
            return refusal("a component is shown #{PartLook::WORDS.values.join(', ')}, or as the rest")
          end

          changed("#{component} is #{look ? PartLook::WORDS[look] : 'shown as the rest'} in #{name}") do |v|
            rest = (v.parts || []).reject { |p| p.component == component }
            rest << PartLook.new(component: component, look: look) if look
            v.parts = rest.empty? ? nil : rest
          end
        end

        # Shows components as a display set of the model says; nil as they are.
        def display_set(set)
          return changed("#{name} shows all components alike") { |v| v.display_set = nil } unless set
          if @source.arrangement(@drawing.subject(@view)).looks(set).nil?
            return refusal("the model has no display set '#{set}'")
          end

          changed("#{name} shows '#{set}'") { |v| v.display_set = set }
        end

        # Values of a cutting line: depth (mm or nil), slice, looks (1 or -1), uncut (components or nil).
        def cut(**values)
          own = @view.own
          return refusal("#{name} is cut along no line of its own") unless own.is_a?(CuttingLine)

          fresh = own.dup.tap { |l| values.each { |k, v| l[k] = v } }
          return refusal(fresh.problem) if fresh.problem

          changed("#{name} cut otherwise") do |v|
            v.own = fresh
            next if fresh.looks == own.looks

            v.direction = Folding.opposite(v.direction)
            v.x, v.y = (2 * parent.x) - v.x, (2 * parent.y) - v.y
          end
        end

        # Its line or boundary moved on the parent by dx, dy mm of paper; what it goes through there it is tied to.
        def drag_mark(dx, dy)
          return refusal("#{name} has no line of its own to move") unless @view.own

          moved = @view.own.dragged(*by_on_parent(dx, dy)) { |points, form| redrawn(points, form) }
          if moved
            changed("Mark of #{name} moved") { |v| v.own = moved }
          else
            refusal("the arrow of #{name} stands at the edge that it looks at")
          end
        end

        # Its label moved by dx, dy mm.
        def letter(dx, dy)
          changed("Label of #{name} moved") do |v|
            v.lettered = (v.lettered || [0.0, 0.0]).zip([dx, dy]).map { |a, b| (a + b).round(3) }
          end
        end

        private

        def name = @view.name
        def parent = @drawing.view(@view.parent)
        def builder = @builder ||= SceneBuilder.new(@drawing, @view.sheet, @source, shade: :known)
        def place = builder.place(@view)
        def sketch = Sketch.new(builder, @view)
        def refusal(reason) = Refusal.new(reason, ["view/#{@view.id}"])

        # mm of the model in the parent's image, before it is turned, of a move on paper.
        def by_on_parent(dx, dy)
          sketch = Sketch.new(builder, parent)
          sketch.image(parent.x + dx, parent.y + dy).zip(sketch.image(parent.x, parent.y)).map { |a, b| a - b }
        end

        # [Tied] of a cutting line through other points of the parent's image.
        def redrawn(points, form)
          frame = @drawing.base_frame(parent)
          on = builder.place(parent)
          Sketch.new(builder, parent).cutting_line(points.map { |x, y| on.point(frame.at(x, y)) }, form)
        end

        # Depth of a part to be broken out; Refusal where it makes no sense.
        # The part broken out of that number, from 0; nil for others.
        def broken(index) = index.is_a?(Integer) && index >= 0 ? @view.broken&.[](index) : nil

        def at_depth(part, depth)
          near, far = builder.shown(@view).reach
          return part.tap { |p| p.through = true } if depth == 'through'
          if depth.is_a?(Numeric) && depth.between?(Views::LEAST, far - near)
            return part.tap { |p| p.level = (near + depth).round(6) }
          end

          if depth.is_a?(Numeric)
            return refusal("the part is #{(far - near).round(3)} mm deep there; give a depth of less")
          end

          face = sketch.axis_within(part.region)
          part.tap { |p| p.face, p.level = face, (face ? sketch.depth(face) : (near + far) / 2).round(6) }
        end

        def gap_problem(gap, k)
          return gap.problem if gap.problem

          box = builder.shown(@view).linework.box
          unless gap.from > box[k] && gap.to < box[k + 2]
            return 'the gap would leave nothing of the view on one side; draw it inside'
          end

          return 'it would save no room; draw a wider gap' if gap.size <= ROOM / place.scale

          if (@view.gaps || []).any? { |g| g.along != gap.along || (g.from < gap.to && gap.from < g.to) }
            'gaps of a view run one way and do not meet'
          end
        end

        # The edit, unless the view could then not be shown.
        def changed(label)
          after = @view.dup.tap { |v| yield v }
          shown = ShownModel.of(@source, Drawing.new(@drawing.cells.merge("view/#{after.id}" => after.dup)), after)
          return refusal(shown.problem) if shown.problem
          if shown.linework.strokes.empty?
            return refusal('there is nothing of the part inside it; draw it over the view')
          end

          Edit.put(label, after)
        end
      end
    end
  end
end
