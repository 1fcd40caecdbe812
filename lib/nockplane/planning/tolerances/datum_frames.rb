# frozen_string_literal: true

module Nockplane
  module Planning
    module Tolerances
      # The datums of a plan as statements, with how flat, round and square they are to be to those before them.
      class DatumFrames
        # sizes: { face => text of the tolerance of its diameter }.
        def initialize(part, datums, zones, sizes = {})
          @sizes = sizes
          @part = part
          @datums = datums
          @zones = zones
        end

        # [Planned::Statement]; the block gives a free id for a letter.
        def statements(&free)
          letters = @datums.map { |d| datum(d, free) }
          letters + @datums.each_index.filter_map { |i| own(@datums[i], @datums.first(i), free) }
        end

        private

        def datum(datum, free)
          Modelling::Planned::Datum.new({ 'id' => free.call('d'), 'letter' => datum.letter, 'faces' => datum.faces })
        end

        def own(datum, before, free)
          words = words(datum, before) or return nil
          Modelling::Planned::Frame.new({ 'id' => free.call('g'), 'words' => words, 'faces' => datum.faces })
        end

        def words(datum, before)
          return nil if datum.feature.nil?
          return alone(datum.feature) if before.empty?

          @part.round?(datum.feature) ? axis(datum, before) : square(datum, before)
        end

        def alone(feature)
          return cells('⏥', @zones.flatness(feature)) unless @part.round?(feature)

          cells('⌭', @zones.roundness(feature, @sizes[feature.faces[0]]))
        end

        # A flat face: square to the datums before it; at an angle where it is not.
        def square(datum, before)
          normal = datum.feature.normal
          used = before.select { |d| lies?(d, normal) }
          return cells('⌓', @zones.profile, *before.map(&:letter)) if used.empty?

          zone = @zones.squareness(datum.feature, used[0].feature || datum.feature)
          cells('⏊', zone, *used.map(&:letter))
        end

        # Is a flat face of that normal square to a datum?
        def lies?(datum, normal)
          surface = @part.shape.facts[datum.faces[0]].surface
          return Geometry::Vec.dot(surface.axis, normal).abs < Part::SQUARE if surface.plane?

          Geometry::Vec.parallel?(surface.axis, normal, Part::SQUARE)
        end

        # An axis: square to a flat datum, in place to two, or to an axis.
        def axis(datum, before)
          first = @part.shape.facts[before[0].faces[0]].surface
          own = @part.axis(datum.feature)
          square = first.plane? && Geometry::Vec.parallel?(first.axis, own, Part::SQUARE)
          if square && before.size == 1
            return (
              cells('⏊', "⌀#{Modelling::Fault.mm(@zones.squareness(datum.feature, datum.feature))}", before[0].letter)
            )
          end

          zone, = @zones.position(datum.feature, thread(datum), nil)
          cells('⌖', "⌀#{Modelling::Fault.mm(zone)}", *before.map(&:letter))
        end

        def thread(datum) = datum.faces.filter_map { |n| @part.model.threads[n] }.first

        def cells(symbol, value, *letters)
          [symbol, value.is_a?(String) ? value : Modelling::Fault.mm(value), *letters].join('|')
        end
      end
    end
  end
end
