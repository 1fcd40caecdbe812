# frozen_string_literal: true

module Nockplane
  module Linking
    # Centre lines, centre marks and bolt circles set by hand between places picked on a view.
    class Centring
      # What they are called, and what is needed where the picks make none.
      NEEDS = {
        'line' => ['Centre line', 'pick two edges that lie parallel in the view, or two points'],
        'mark' => ['Centre mark', 'pick a circle or its centre'],
        'bolts' => ['Bolt circle', 'pick the centres of three holes or more that lie on one circle'],
        'area' => ['Hatched area', 'pick three corners of it or more']
      }.freeze

      def initialize(drawing, source)
        @drawing = drawing
        @source = source
      end

      # mode: one of NEEDS; picks: points of paper, mm. An Edit or a Refusal.
      def set(view_id, mode, picks)
        view = @drawing.view(view_id) or return Drawings::Refusal.missing(:view, view_id)
        title, need = NEEDS[mode]
        return refusal("set #{NEEDS.keys.join(', ')}") unless title
        return refusal(need) unless Modelling::Centred::MODES.fetch(mode).cover?(picks.size)

        found = dimension(view, mode, picks) or return refusal(need)
        if Drawings::Annotations.of(found).suits(found, @drawing.frame(view)).zero?
          return refusal("it does not show in #{view.name}")
        end
        if @drawing.dimensions.any? { |d| d.view == view.id && d.dimension == found.id }
          return refusal('that one stands there already')
        end

        Drawings::Edit.put("#{title} set in #{view.name}", cell(view, found))
      end

      private

      def refusal(words) = Drawings::Refusal.new(words, [])

      def dimension(view, mode, picks)
        snaps = Measuring.new(@drawing, @source).snaps(view)
        spots = picks.map { |x, y| snaps.at(x, y)&.spot }
        return nil unless spots.all?

        solid = Drawings::ShownModel.of(@source, @drawing, view).solid
        Modelling::Centred.find(solid, Modelling::Centred.id(mode, @drawing.frame(view).d, *spots))
      end

      # (It lies where its places are; layout rules have nothing to move.)
      def cell(view, found)
        Drawings::Dimension.new(
          id: @drawing.next_id('d'),
          view: view.id,
          dimension: found.id,
          snapshot: Drawings::Annotations::Snapshot.of(found),
          place: Drawings::Annotations::Chain.fresh(@drawing.standard),
          pinned: true
        )
      end
    end
  end
end
