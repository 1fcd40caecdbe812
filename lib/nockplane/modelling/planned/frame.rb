# frozen_string_literal: true

module Nockplane
  module Modelling
    module Planned
      # A tolerance frame (ISO 1101). words: its cells, "⌖|⌀0.2 Ⓜ|A|B|C".
      class Frame < Statement
        NAME = 'frame'

        attr_reader :frame

        def words = @frame.to_s
        def letters = [@frame, @frame.lower].compact.flat_map(&:letters).uniq

        def dimension(model, found, _index = nil)
          at_faces(model, found, words, :tolerance_frame)&.tap { |d| d.value, d.count = @frame.value, features(found) }
        end

        private

        # How many features the faces are (FCF-21): what lies about one axis is one.
        def features(faces)
          faces.map { |f| f.surface.turned? ? axis(f.surface) : f.name }.uniq.size
        end

        # What tells an axis from others: its direction, either way, and where it passes the origin.
        def axis(surface)
          way = Measured.canonical(surface.axis)
          off = Geometry::Vec.dot(surface.origin, way)
          [way, Geometry::Vec.along(surface.origin, way, -off).map { |c| c.round(3) + 0.0 }]
        end

        def own_keys = %w[words]
        def own = { 'words' => words }

        def take(data)
          @frame = Tolerancing::Frame.parse(data['words'].to_s) or
            raise Wrong, "'#{data['words']}' is no tolerance frame; write its cells with | between, e.g. ⌖|⌀0.2|A|B"
        end
      end
    end
  end
end
