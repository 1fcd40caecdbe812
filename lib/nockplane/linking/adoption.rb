# frozen_string_literal: true

module Nockplane
  module Linking
    # Adopting model dimensions into a view: which suit it, and the edit that places them in tidy rows.
    class Adoption
      # A model dimension offered for a view: fit 2 (shows well) or 1 (possible).
      Offer = Struct.new(:dimension, :fit, :words)

      # The drawing with all dimensions that show well adopted, view after view (ids); as it is where there are none.
      def self.adopted(drawing, source, view_ids)
        view_ids.reduce(drawing) do |d, id|
          edit = d.view(id) && new(d, source).adopt(d.view(id))
          edit.is_a?(Drawings::Edit) ? d.apply(edit) : d
        end
      end

      def initialize(drawing, source)
        @drawing = drawing
        @source = source
      end

      # [Offer] for a view, best first; what the drawing has already is left out (each at most once).
      def offers(view)
        frame = @drawing.frame(view)
        taken = taken(view.binding)
        model = model(view)
        fitting(model.dimensions, model, frame, taken)
      end

      # [Offer] of sizes to measure in a view of an imported model: what its file states is left out.
      def measures(view)
        model = model(view)
        return [] unless model.imported?

        stated = model.dimensions.map { |d| [d.kind, d.faces.sort] }
        fitting(model.measured.reject { |d| stated.include?([d.kind, d.faces.sort]) }, model, @drawing.frame(view), taken(view.binding))
      end

      def fitting(dimensions, model, frame, taken)
        dimensions.reject { |d| taken.include?(d.id) }.filter_map do |d|
          fit = Drawings::Measure.suits(d.kind, d.from, d.to, d.axis, frame)
          next if fit.zero? || !Anchors.standing?(d, model.solid)

          Offer.new(d, fit, Drawings::Measure.words(@drawing.standard, Drawings::Measure.snapshot(d)).to_s)
        end.sort_by { |o| [-o.fit, o.dimension.id] }
      end

      # Edit adopting model dimensions by id (nil: all that show well; ['measured']: all measured sizes that show well), or a Refusal.
      def adopt(view, ids = nil)
        offers = offers(view) + (ids == ['measured'] || ids&.any? { |id| Modelling::Measured.id?(id) } ? measures(view) : [])
        ids = offers.select { |o| o.fit == 2 && Modelling::Measured.id?(o.dimension.id) }.map { |o| o.dimension.id } if ids == ['measured']
        chosen = ids ? offers.select { |o| ids.include?(o.dimension.id) } : offers.select { |o| o.fit == 2 }
        return refusal(view, ids) if chosen.empty?

        taken = []
        fresh = chosen.map do |o|
          taken << @drawing.next_id('d', taken)
          Drawings::Dimension.new(id: taken[-1], view: view.id, dimension: o.dimension.id, snapshot: Drawings::Measure.snapshot(o.dimension), place: { 'form' => 'linear' }, pinned: false)
        end
        Drawings::Edit.put("adopt #{fresh.size} #{fresh.size == 1 ? 'dimension' : 'dimensions'}", tidied(view, @drawing.dimensions_of(view.id) + fresh))
      end

      # The dimensions of a view with rows made anew.
      def tidied(view, dimensions)
        builder = Drawings::SceneBuilder.new(@drawing, view.sheet, @source)
        Drawings::Tidy.new(builder, @drawing.standard, view).placed(dimensions)
      end

      private

      def model(view) = @source.model(@drawing.binding(view.binding).model, view.revision)

      def taken(binding)
        views = @drawing.views.select { |v| v.binding == binding }.map(&:id)
        @drawing.dimensions.select { |d| views.include?(d.view) }.map(&:dimension)
      end

      def refusal(view, ids)
        why = ids ? 'none of the chosen model dimensions can be adopted here: each goes into a drawing once, and its faces must show in the view' : "no model dimension is left that shows well in #{view.name}"
        Drawings::Refusal.new(why, ["view/#{view.id}"])
      end
    end
  end
end
