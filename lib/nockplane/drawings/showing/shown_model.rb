# frozen_string_literal: true

module Nockplane
  module Drawings
    # What a view shows of its model at a revision: the model as its kind cuts it open and bounds it, its products in
    # the view's frame. Image coordinates are mm of the model; those of the "base" image are before the view is turned
    # on the sheet.
    class ShownModel
      attr_reader :subject

      # Of a view of a drawing, at the revision it shows or another.
      def self.of(source, drawing, view, revision = view.revision) = new(source, drawing, view, revision)

      def initialize(source, drawing, view, revision)
        @source = source
        @drawing = drawing
        @subject = drawing.subject(view, revision)
        @given = view
        @kind = Views.of(view)
        as_made if (@problem = unstated)
      end

      # The view. (Brought to another revision it is another one: its lines move with the faces they are tied to, for
      # which the model is asked.)
      def view = @view ||= @subject.revision == @given.revision ? @given : Catching.up(self, @given)
      def frame = @frame ||= @drawing.frame(view)
      def base_frame = @base_frame ||= @drawing.base_frame(view)

      def model = @model ||= @source.model(@subject)
      def solid = model.solid
      # Turned axes of the whole model; of what is shown, as far as it is there.
      def whole_axes = @source.axes(@subject)
      def axes = opened&.axes || whole_axes

      # What is shown of the parent at the same revision.
      def parent = @parent ||= ShownModel.new(@source, @drawing, @drawing.view(view.parent), @subject.revision)
      def parent_frame = @drawing.base_frame(@drawing.parent_of(@given))

      # Image point of a model point before the view is turned.
      def base_image(p) = base_frame.image(p)

      # Views::Anchorage of the model in the image that the view's own lines are drawn on.
      def anchorage
        Views::Anchorage.new(solid, whole_axes, @given.parent ? parent_frame : @drawing.base_frame(@given))
      end

      # The same in the view's own image: for what is cropped and broken out.
      def own_anchorage = Views::Anchorage.new(solid, whole_axes, @drawing.base_frame(@given))

      # Products::Opening by which the model is cut open, nil when it is not.
      def opening
        return @opening if defined?(@opening)

        own = @kind.opening(self)
        pockets = (view.broken || []).map { |b| b.tool(base_frame, reach) }
        plain = pockets.empty? && left_out.empty?
        @opening =
          (
            if plain
              own
            else
              Products::Opening.new(
                [*own&.tools, *pockets],
                uncut: own&.uncut,
                slice: own&.slice,
                bend: own&.bend,
                without: left_out
              )
            end
          )
      end

      # Products::Opened, nil of views that cut nothing open or where nothing can be cut (see #problem).
      def opened
        return @opened if defined?(@opened)

        @opened = opening && @source.opened(@subject, frame, opening)
      rescue Products::Opening::Nothing => e
        @problem = e.message
        @opened = nil
      end

      # Why there is nothing to be seen, in words; nil when there is.
      def problem
        opened
        @problem
      end

      # Areas cut, [[[x, y], ...], ...] in the image each, by component: [[component or nil, loops], ...].
      def areas
        return [] unless opened

        by_component = opened.areas.group_by(&:component).transform_values { |areas| areas.flat_map(&:outlines) }
        by_component
          .transform_values { |outlines| bounded_loops(outlines.map { |l| l.points.map { |p| frame.image(p) } }) }
          .reject { |_, l| l.empty? }
          .to_a
      end

      # Projection::Linework as the view shows it.
      def linework
        @linework ||=
          begin
            found = problem ? Projection::Linework.new([]) : opened&.linework || @source.linework(@subject, frame)
            bounded? ? Projection::Linework.new(windows.reduce(found.strokes) { |strokes, w| w.keep(strokes) }) : found
          end
      end

      # [Shading::Region]
      def shading
        return [] if problem

        found = opened ? @source.opened_shading(@subject, frame, opening) : @source.shading(@subject, frame)
        if bounded?
          found.filter_map { |r| bounded_loops(r.loops).then { |l| r.dup.tap { |x| x.loops = l } unless l.empty? } }
        else
          found
        end
      end

      # Regions of what stands in for faces that could not be read (a model cut open shows none).
      def stand_ins = opened ? [] : @source.stand_ins(@subject, frame)
      def shaded? = @source.shaded?(@subject, frame, opening)

      # [[from, to], ...]: middles of components as made and as the explode steps have moved them; [] of what is not
      # exploded, and of what nothing is seen.
      def trails
        return [] unless @subject.exploded?

        seen = seen_parts

        made = @source.model(Products::Subject.new(@subject.model, @subject.revision, @subject.variant))
        made
          .components
          .zip(model.components)
          .filter_map do |a, b|
            next if a.hidden? || left_out.include?(a.component) || !seen.include?(a.path)

            ends = [a.transform, b.transform].map { |t| t.point(middle_of(a, made)) }
            ends unless Geometry::Vec.distance(*ends) < 1e-6
          end
      end

      # Paths of the components that some line is seen of.
      def seen_parts
        lines = linework.strokes.select { |s| s.visible && s.kind != :smooth }
        lines.flat_map(&:faces).map { |f| f.rpartition(':')[0] }.uniq
      end

      # { component => PartLook } of those shown otherwise than the rest: by the view itself, else by its display set.
      def looks
        @looks ||=
          begin
            own = (@given.parts || []).to_h { |p| [p.component, p] }
            by_set.merge(own).reject { |_, look| look.whole? }
          end
      end

      # Sentence where the model has no display set of the name that the view goes by; nil else.
      def unset
        name = @given.display_set
        return nil if name.nil? || @source.arrangement(@subject).looks(name)

        "the model has no display set '#{name}' any more; all components are shown"
      end

      # Components that the view leaves out.
      def left_out = looks.each_value.select(&:out?).map(&:component)

      # Are all the lines there already?
      def known? = @source.known?(@subject, frame, opening)

      # Key of what is seen of the model.
      def key = @key ||= @source.lines_key(@subject, frame, opening)

      # Image box of the lines, [x0, y0, x1, y1], of the whole model before anything is left out or cropped.
      def whole_box
        frame.project(solid).first(2).map(&:minmax).transpose.flatten
      end

      # Windows (in the image, turned as it is on the sheet) that bound the view.
      def windows
        @windows ||= [(w = @kind.window(self)) && window_on(w), view.crop&.window { |p| turned_point(p) }].compact
      end

      def bounded? = !windows.empty?

      # Image point that stands where the view stands on paper.
      def hub = @kind.hub(self)&.then { |p| turned_point(p) } || frame.image(middle)

      # Models seen in details and the like are bounded in the base image.
      def turned_point((x, y)) = view.turn ? frame.image(base_frame.at(x, y)) : [x, y]

      # Least and greatest depth of the model along the sight.
      def reach = own_anchorage.reach

      # Middle of the model's box.
      def middle = 3.times.map { |k| (solid.box[k] + solid.box[k + 3]) / 2 }

      # Modelling::SheetMetal::Flat of what is shown; nil of what is not flat, or can't be.
      def flat = @subject.flat? ? @source.flat(@source.text(@subject)) : nil
      # Does a table on the sheet list what the view shows by number?
      def tabled? = @drawing.tables.any? { |t| t.view == @given.id && Tables.of(t).marked_by_view? }

      private

      # Why there is no model in the state asked for; nil when there is.
      def unstated
        return @source.flats.refusal(@source.text(@subject))&.then { |r| "no flat pattern: #{r}" } if @subject.flat?
        return nil if @subject.explosion.to_s.empty? || @source.arrangement(@subject).steps(@subject.explosion)

        "the assembly has no explosion '#{@subject.explosion}' any more"
      end

      # What the display set says of the components of the model.
      def by_set
        set = @given.display_set && @source.arrangement(@subject).looks(@given.display_set) or return {}
        model
          .components
          .map(&:component)
          .uniq
          .each_with_object({}) do |component, found|
            named = set.keys.select { |given| Modelling::Arrangement.names?(given, component) }.max_by(&:length)
            found[component] = Views::PartLook.new(component: component, look: set[named]) if named
          end
      end

      # Shows the model as it is made, so that its view stays and says what is wrong.
      def as_made
        @subject = Products::Subject.new(@subject.model, @subject.revision, @subject.variant)
      end

      # Middle of a component's own box, before it is placed.
      def middle_of(component, model)
        points =
          facets_of(component, model)
            .flat_map { |f| f.loops[0] }
            .uniq
            .map { |i| component.transform.inverse.point(model.solid.point(i)) }
        points.transpose.map { |c| c.minmax.sum / 2 }
      end

      def facets_of(component, model)
        starts = model.components.filter_map(&:facet).sort
        last = starts.find { |f| f > component.facet } || model.solid.facets.size
        model.solid.facets[component.facet...last]
      end

      def window_on(window)
        return window unless view.turn
        return Projection::Window.circle(turned_point(window.centre), window.radius) if window.circle?

        Projection::Window.polygon(window.points.map { |p| turned_point(p) })
      end

      def bounded_loops(loops) = windows.reduce(loops) { |found, w| w.cut(found) }
    end
  end
end
