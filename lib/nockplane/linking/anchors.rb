# frozen_string_literal: true

module Nockplane
  module Linking
    # Finds the model dimension an adopted dimension stands for in another revision: by name first, by likeness with a
    # clear margin second, else adrift with ranked proposals. Never guesses silently.
    module Anchors
      # status :kept, :retied or :adrift; found: ModelDimension or nil; proposals: [ModelDimension], best first.
      Resolution = Struct.new(:status, :found, :proposals)

      # Likeness is a cost: 0 the same, 1 at the limit. A match must cost less than LIMIT and the next at least MARGIN
      # more.
      LIMIT = 0.5
      MARGIN = 0.3
      # Most that are proposed.
      PROPOSED = 12
      # Relative difference of value, and place as part of the model's diagonal, that make a cost of 1.
      VALUE_SPAN = 0.1
      PLACE_SPAN = 0.03

      module_function

      def resolve(dimension, model)
        named = model.dimension(dimension.dimension) || survivor(dimension, model)
        if named && same_kind?(dimension, named) && standing?(named, model.solid)
          return Resolution.new(:kept, named, [])
        end

        ranked = ranked(dimension.snapshot, model)
        best, next_best = ranked
        if best && best[0] < LIMIT && (next_best.nil? || next_best[0] - best[0] >= MARGIN)
          Resolution.new(:retied, best[1], [])
        else
          Resolution.new(:adrift, nil, ranked.first(PROPOSED).map(&:last))
        end
      end

      # Does a model dimension measure the kind of thing that a dimension on a drawing says? (A hole's callout may be
      # down to its diameter.)
      def same_kind?(dimension, found)
        dimension.snapshot.kind == found.kind.to_s || Modelling::Callouts.id?(dimension.dimension)
      end

      # A measured size of equal faces stays while one of the faces does; of a hole's callout its diameter, when it has
      # nothing else any more.
      def survivor(dimension, model)
        return Modelling::Callouts.main(model, dimension.dimension) if Modelling::Callouts.id?(dimension.dimension)

        prefix =
          [Modelling::Measured::SIZE, Modelling::Measured::PITCH].find do |start|
            dimension.dimension.start_with?(start)
          end or return nil
        dimension.snapshot.faces.each do |face|
          found = model.dimension("#{prefix}#{face}")
          return found if found && found.kind.to_s == dimension.snapshot.kind
        end
        nil
      end

      # Do all its faces exist, whole or cut in pieces?
      def standing?(dimension, solid)
        index = Solids::Indexed.of(solid)
        dimension.faces.none? { |n| index.standing(n).empty? }
      end

      # [[cost, ModelDimension], ...] of the same kind that still stand, best first.
      def ranked(snapshot, model)
        box = model.solid.box
        solid = Solids::Indexed.of(model.solid)
        diagonal = Geometry::Vec.distance(box[0, 3], box[3, 3])
        candidates(model)
          .select { |d| d.kind.to_s == snapshot.kind && standing?(d, solid) }
          .map { |d| [cost(snapshot, d, diagonal), d] }
          .sort_by { |c, d| [c, d.id] }
      end

      def candidates(model) = model.imported? ? model.dimensions + model.measured : model.dimensions + model.callouts

      def cost(snapshot, dimension, diagonal)
        value = (snapshot.value - dimension.value).abs / [snapshot.value.abs, 1e-6].max / VALUE_SPAN
        place =
          [%w[from from], %w[to to]].map { |a, b| Geometry::Vec.distance(snapshot[a], dimension[b]) }.max / diagonal /
            PLACE_SPAN
        turn =
          snapshot.axis && dimension.axis && !Geometry::Vec.parallel?(snapshot.axis, dimension.axis, 1e-3) ? 1.0 : 0.0
        [value, place].max + turn
      end
    end
  end
end
