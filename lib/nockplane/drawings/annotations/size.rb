# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # A size: what dimensions of all kinds share. Values in mm (degrees of an angle).
      class Size < Kind
        def size? = true
        def rule = :linear
        def anchors(dimension) = dimension.snapshot.faces

        # Drafting::SizeText::Words of a dimension.
        def words(standard, dimension)
          wording = dimension.wording or return text(standard, dimension.snapshot)

          manner = wording.standard(standard)
          wording.apply(text(manner, dimension.snapshot), wording.lettered? ? written(manner, dimension.snapshot) : nil)
        end

        # The value as it stands in its words.
        def written(standard, snapshot)
          size = Drafting::SizeText.new(standard)
          snapshot.unit == 'deg' ? size.angle(snapshot.value) : size.number(snapshot.value)
        end

        # Drafting::SizeText::Words of what was measured; what was measured on faces has fewer decimals.
        def text(standard, snapshot)
          if snapshot.measured
            standard = standard.with('precision' => [standard.measured_precision, standard.precision].min)
          end
          Drafting::SizeText.new(standard).words(
            kind: snapshot.kind.to_sym,
            value: snapshot.value,
            tolerance: snapshot.tolerance,
            count: snapshot.count,
            prefix: snapshot.prefix
          )
        end

        # The bare number as a person would type it on a drawing of the standard: "24,5", "1 3/8", "30".
        def typed(standard, snapshot) = Drafting::SizeText.new(standard).number(snapshot.value)

        # Model points that its dimension line runs between. drawn: Drawn.
        def ends(drawn) = [drawn.snapshot.from, drawn.snapshot.to]

        # Is the circle it is the size of seen as one?
        def circle?(measured, frame) = along?(measured, frame)

        # mm of the model: radius of the circle it is the size of; 0 where there is none.
        def circle_radius(_measured) = 0.0
        # mm of the model from its centre to where a leader meets the feature.
        def radius(drawn) = circle_radius(drawn.snapshot)

        # [Ink] of a leader with its words. tip: paper point on the feature; toward: point the arrow aims at; knee:
        # where the words' line begins.
        def leader_ink(drawn, tip, toward, knee) = drawn.layout.leader(tip, toward, knee, drawn.words)

        private

        def along?(measured, frame) = measured.axis && frame.along?(measured.axis)
        def square?(measured, frame) = measured.axis && frame.square?(measured.axis)

        # Does it run in the plane of the picture?
        def flat?(measured, frame)
          Geometry::Vec.distance(measured.from, measured.to) > 1e-9 &&
            frame.square?(Geometry::Vec.unit(Geometry::Vec.sub(measured.to, measured.from)))
        end
      end
    end
  end
end
