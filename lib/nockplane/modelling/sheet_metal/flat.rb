# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # The flat state of a part: the blank as a solid in the place of its largest wall, and what a drawing says of it.
      # Plain, frozen data.
      class Flat
        # A bend as it lies: angle in degrees; radius: inside; allowance, deduction, length (of its line, what is cut
        # away left out) in mm; up: does it come up towards who looks at the blank?; segments: [[from, to], ...] model
        # points of its line; edges: the same of the two ends of its zone; faces: names.
        Line =
          Struct.new(
            :id,
            :angle,
            :radius,
            :allowance,
            :deduction,
            :length,
            :up,
            :segments,
            :edges,
            :faces,
            keyword_init: true
          ) do
            def direction = up ? 'up' : 'down'
            # "UP 90° R3" (SM-21).
            def words = "#{direction.upcase} #{Fault.mm(angle.round(2))}° R#{Fault.mm(radius.round(3))}"
          end

        # A wall: the frames it stands and lies in, and its box in the one it stands in, [x0, y0, x1, y1] mm.
        Wall = Struct.new(:home, :lying, :box)

        # solid: Solids::Solid; frame: on the side that is looked at, x along its longer side, z towards who looks;
        # rule: in words; thickness: mm; lines: [Line]; warnings: sentences; forms: names of faces kept as they are;
        # walls: [Wall].
        attr_reader :solid, :frame, :rule, :thickness, :lines, :warnings, :forms, :walls

        # shown: name of the face that is looked at, nil for the side towards which most bends come up. Raises Refused.
        def self.of(solid, rule, shown: nil) = new(Unfolding.new(Sheet.new(solid, rule, shown: shown)))

        def initialize(unfolding)
          sheet = unfolding.sheet
          @solid = unfolding.solid
          @thickness = sheet.thickness.round(6)
          @rule = sheet.rule.to_s
          @forms = unfolding.forms
          @frame = Outlines.of(self, sheet.frame).frame
          @lines = Lines.of(sheet, self)
          @walls = walls_of(sheet)
          @warnings = told(sheet)
          check
          Ractor.make_shareable(self)
        end

        # Outlines of the side that is looked at.
        def outlines = Outlines.of(self, @frame)

        # Names of plane faces of the side that is looked at in a frame.
        def level?(facet, frame)
          Geometry::Vec.dot(facet.normal, frame.z) > 1 - 1e-9 &&
            (facet.d - Geometry::Vec.dot(frame.origin, frame.z)).abs < 1e-6
        end

        private

        def walls_of(sheet)
          sheet
            .nodes
            .reject(&:bend?)
            .map do |n|
              us, vs = n.regions.flat_map { |r| sheet.skins.corners(r) }.map { |p| n.place.home.local(p) }.transpose
              Wall.new(n.place.home, n.place.lying, [us.min, vs.min, us.max, vs.max])
            end
        end

        def told(sheet)
          sharp = @lines.select { |l| l.radius < sheet.thickness - 1e-6 }.map(&:radius).uniq
          found =
            sharp.map do |r|
              "an inside radius of #{Fault.mm(r)} mm is less than the thickness of #{Fault.mm(@thickness)} mm; see " \
                "the material's data whether it bears that"
            end
          found << "kept as formed, not laid flat: #{@forms.join(', ')}" if @forms.any?
          found
        end

        def check
          outlines = self.outlines
          if outlines.overlap > 1e-3
            raise Refused,
                  "parts of the flat sheet lie on each other (#{outlines.overlap.round(1)} mm² at " \
                    "#{outlines.overlapping.join(' and ')}); shorten or mitre a wall"
          end
          return if outlines.pieces == 1

          raise Refused, "the blank is in #{outlines.pieces} pieces; a cut goes right through it"
        end
      end
    end
  end
end
