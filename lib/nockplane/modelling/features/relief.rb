# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # A corner relief: a hole where the lines of two bends cross, cut in the flat so that the corner does not tear.
      # between: ids of two flanges; kind: round (size is its diameter) or square (its side);
      # without a size just past the corner of the sheet.
      class Relief < SheetFeature
        attr_reader :replacement, :stock

        # (Its size is one of the flat: it goes round the corner.)
        def dimensions = []
        def tools = []

        private

        def laid
          return [] unless @round

          [
            dimension(
              @f,
              'size',
              :diameter,
              ["#{@f.id}/side.rim"],
              value: @size,
              from: Geometry::Vec.along(@at, @frame.x, -@size / 2),
              to: Geometry::Vec.along(@at, @frame.x, @size / 2),
              axis: @frame.z,
              centre: @at
            )
          ]
        end

        def read
          @f.only(*COMMON, 'between', 'kind', 'size')
          stock = stock_before
          @f.fault('type', 'reliefs are cut in the folded sheet; put them before the unfold') if stock.unfolded
          @round = @f.choice('kind', %w[round square], 'round') == 'round'
          sheet = stock.sheet(@body)
          @frame = sheet.frame
          bends = flanges.map { |id| bend_of(sheet, id) }
          @at = crossing(*bends)
          @size = @f.size('size', usual(bends, stock.thickness))
          flat = SheetMetal::Unfolding.new(sheet).solid
          cut = Solids::Boolean.difference(flat, tool(stock.thickness))
          check_cut(flat, cut, bends)
          @replacement = SheetMetal::Folding.new(cut, sheet, refine: @refine).solid
          @stock = stock.with(laid: [*stock.laid, *laid])
        end

        # mm: past the corner of the sheet that two bends begin at, by half a thickness.
        def usual(bends, thickness) = Math.hypot(*bends.map { |n| n.place.allowance }) + thickness

        def check_cut(before, after, bends)
          return if Solids::Mass.of(before).volume - Solids::Mass.of(after).volume > 1e-6

          @f.fault(
            'size',
            "#{Fault.mm(@size)} mm reaches no part of the sheet; more than " \
              "#{Fault.mm(Math.hypot(*bends.map { |n| n.place.allowance }).round(3))} mm is needed"
          )
        end

        def flanges
          ids = @f.raw('between')
          unless ids.is_a?(Array) && ids.size == 2 && ids.uniq.size == 2
            @f.fault('between', 'needs the ids of two flanges, e.g. [left, front]')
          end

          ids.map(&:to_s)
        end

        def bend_of(sheet, id)
          sheet.bends.find { |n| n.regions.any? { |r| sheet.skins.name(r).start_with?("#{id}/") } } or
            @f.fault('between', "'#{id}' has no bend here; use the ids of flanges before it")
        end

        # Where the middle lines of two bends cross in the flat.
        def crossing(one, other)
          (p, d), (q, e) = [one, other].map { |n| middle(n.place) }
          det = (d[0] * e[1]) - (d[1] * e[0])
          @f.fault('between', 'the two bends run the same way and cross nowhere') if det.abs < 1e-6

          t = (((q[0] - p[0]) * e[1]) - ((q[1] - p[1]) * e[0])) / det
          @frame.point(p[0] + (d[0] * t), p[1] + (d[1] * t), 0.0)
        end

        # [point, direction] of a bend's middle line in the frame of the flat.
        def middle(bend)
          at = @frame.local(bend.lying.point(bend.allowance / 2, 0.0))
          ahead = @frame.local(bend.lying.point(bend.allowance / 2, 1.0))
          [at, [ahead[0] - at[0], ahead[1] - at[1]]]
        end

        def tool(thickness)
          place = Geometry::Frame.new(@at, @frame.z, @frame.x)
          half = @size / 2
          pieces =
            if @round
              [Solids::Piece.new('rim', [half, 0.0], [half, 0.0], [0.0, 0.0], 2 * Math::PI)]
            else
              corners = [[-half, -half], [half, -half], [half, half], [-half, half]]
              corners.each_index.map { |i| Solids::Piece.new("e#{i + 1}", corners[i], corners[(i + 1) % 4]) }
            end
          outline = Solids::Outline.new(pieces)
          Solids::Prism.new(@f.id, place, [outline], -thickness - BEYOND, BEYOND, refine: @refine).solid
        end
      end
    end
  end
end
