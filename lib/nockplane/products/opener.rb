# frozen_string_literal: true

module Nockplane
  module Products
    # Cuts a model open by an Opening and looks at it: each component by itself, so that every one is lined as a part of
    # its own.
    class Opener
      # A component, its solid, where it stands.
      Body = Struct.new(:component, :solid)

      # model: Modelling::Model; frame: ViewFrame; body: the model without ribs that are left whole (SEC-42), nil for
      # none.
      def initialize(model, frame, opening, body: nil)
        @body = body
        @model = model
        @frame = frame
        @opening = opening
      end

      # Opened. Raises Opening::Nothing.
      def opened
        areas = parts.flat_map { |p| p[:areas] }
        if areas.empty? && @opening.tools.any?
          raise Opening::Nothing, 'nothing of the part is cut there; draw it over the part, or go deeper'
        end

        strokes = parts.zip(solids).flat_map { |p, solid| look(p, solid) }
        return Opened.new(areas, Projection::Linework.new(strokes), axes, @opening.bend) unless @body

        plain = cut([Body.new(nil, @body.solid)], @opening.tools)
        borders = Projection::Coincident.uncovered(borders(plain), strokes)
        Opened.new(plain[:areas], Projection::Linework.new(strokes + borders), axes, nil, whole: areas)
      end

      # Visible strokes round what is cut of a body that stands behind its ribs.
      def borders(part)
        look(part, remaining(part)).select { |s| s.visible && s.kind == :sharp && s.faces.intersect?(part[:shown]) }
      end

      # mm2 cut; the model built finer gives it better.
      def area = parts.sum { |p| p[:areas].sum { |a| a.outlines.sum(&:area) } }

      # [Projection::Shading::Region] of what remains; none of a slice.
      def shading = @opening.slice ? [] : solids.flat_map { |solid| Projection::Shading.of(solid, @frame) }

      # What remains of a body that is all taken away.
      GONE = Solids::Solid.new([], [], [], [])

      private

      # What each plane leaves: one, or the two of planes that meet.
      def parts = @parts ||= @opening.bend ? bent : [cut(bodies, @opening.tools)]
      def solids = @solids ||= parts.map { |p| remaining(p) }

      # [Axis] of the whole model as far as their faces remain; the second part's turned along with it.
      def axes
        whole = Axis.all(@model.solid)
        solids.each_with_index.flat_map do |solid, i|
          by_name = solid.facets.group_by { |f| f.face.name }
          moved = i.zero? ? whole : whole.map { |a| a.moved(@opening.bend.transform) }
          moved.filter_map { |a| a.over(solid, a.faces.flat_map { |n| by_name[n] || [] }) }
        end
      end

      # [Body] of what is shown.
      def bodies
        shown = @model.components.reject(&:hidden?)
        return [Body.new(nil, @model.solid)] if shown.empty?

        starts = shown.map(&:facet) + [@model.solid.facets.size]
        found =
          shown.each_with_index.map do |c, i|
            Body.new(c, Solids::Solid.compact(@model.solid, @model.solid.facets[starts[i]...starts[i + 1]]))
          end
        found.reject { |b| @opening.without.include?(b.component.component) }
      end

      # The two parts of two planes that meet at an axis: each cut by its own plane and at the axis; the second turned
      # into the first.
      def bent
        bend = @opening.bend
        first = cut(bodies, [*@opening.tools, Opening::Beyond.new(bend.point, bend.second_side)])
        run = Geometry::Vec.add(bend.point, bend.second)
        own = [
          Opening::Stepped.new([bend.point, run], bend.second_normal),
          Opening::Beyond.new(bend.point, Geometry::Vec.neg(bend.second))
        ]
        [first, turned(cut(bodies, own), bend.transform)]
      end

      def turned(part, move)
        bodies = part[:bodies].map { |b| Body.new(b.component, move.place(b.solid, '')) }
        areas = part[:areas].map do |a|
          Opened::Area.new(
            a.component,
            a.outlines.map { |l| l.dup.tap { |x| x.points = l.points.map { |p| move.point(p) } } }
          )
        end
        { bodies: bodies, areas: areas, shown: part[:shown], silent: part[:silent] }
      end

      # { bodies:, areas:, shown: names of lined faces, silent: names of faces whose edges are not drawn }
      def cut(bodies, tools)
        shown = []
        silent = []
        left = bodies.filter_map do |body|
          next body if whole?(body, tools)

          solid = tools.each_with_index.reduce(body.solid) do |rest, (tool, i)|
            next rest if rest.empty? || tool.side(rest) == :behind
            next GONE if tool.side(rest) == :before

            made = tool.cut(rest, i.zero? ? Solids::Cut::PREFIX : "#{Solids::Cut::PREFIX}#{i + 1}")
            shown |= made.shown if tool.lined?
            silent |= made.silent + (tool.lined? ? [] : made.shown)
            made.remaining
          end
          Body.new(body.component, solid) unless solid.empty?
        end
        { bodies: left, areas: areas(left, shown), shown: shown, silent: silent }
      rescue Solids::Boolean::OpenResult
        raise Opening::Nothing, 'the part can not be cut here: its faces do not meet (see the report of its file)'
      end

      def areas(bodies, shown)
        bodies.filter_map do |b|
          outlines = Solids::Cut.loops(b.solid, shown)
          Opened::Area.new(b.component&.component, outlines) unless outlines.empty?
        end
      end

      # Is a component left as it is? Those chosen; by the standard those that lie along a plane and are turned, bought
      # or named as such.
      def whole?(body, tools)
        component = body.component or return false
        return @opening.uncut.include?(component.component) if @opening.uncut

        Uncut.by_standard?(component) && lengthwise?(body.solid, tools)
      end

      # Does a plane run along the longest turned axis of a component? Crosswise it is cut all the same (SEC-41).
      def lengthwise?(solid, tools)
        axis = Axis.all(solid).max_by { |a| a.to - a.from } or return true
        tools.all? { |t| !t.lined? || t.along?(axis.direction) }
      end

      def remaining(part)
        raise Opening::Nothing, 'nothing of the part would be left' if part[:bodies].empty?

        Solids::Mesh.compound(part[:bodies].map(&:solid))
      end

      # [Stroke] of what remains: none at the steps of a line nor at the walls of what is broken out (SEC-03, SEC-05).
      def look(part, solid)
        set = Projection::EdgeSet.new(solid, apart: Solids::Cut::PREFIX)
        if @opening.slice
          set = set.bordering(solid.facets.each_index.select { |i| part[:shown].include?(solid.facets[i].face.name) })
        end

        strokes =
          Projection::Linework.of(solid, @frame, edge_set: set).strokes.reject { |s| s.faces.intersect?(part[:silent]) }
        @opening.slice ? strokes.select(&:visible) : strokes
      end
    end
  end
end
