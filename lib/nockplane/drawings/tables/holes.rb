# frozen_string_literal: true

module Nockplane
  module Drawings
    module Tables
      # The holes that a view shows with their axes along the sight, lettered by size: A1, A2, B1 ... from the upper
      # left on; places are measured from the table's origin, x to the right and y upwards. Lengths of the model, mm.
      class Holes < Listing
        # mm within which holes stand level.
        LEVEL = 0.01
        # Most that are listed.
        MOST = 400
        # Letters of sizes (without I and O).
        LETTERS = [*'A'..'Z', *('A'..'Z').map { |l| "A#{l}" }].reject { |l| l.match?(/[IO]\z/) }.freeze

        def all
          @all ||=
            begin
              sizes = found.group_by(&:words).sort_by { |words, list| [-list[0].radius, words] }
              sizes.each_with_index.flat_map { |(_, list), i| lettered(list, LETTERS[i] || LETTERS[-1]) }
            end
        end

        private

        def lettered(list, letter)
          rows = list.sort_by { |h| [-(@frame.y(h.centre) / LEVEL).round, @frame.x(h.centre)] }
          rows.each_with_index.map do |h, i|
            h.dup.tap { |x| x.label, x.row = "#{letter}#{i + 1}", places(h.centre).merge('size' => h.words) }
          end
        end

        def found
          axes = @shown.axes.select { |a| @frame.along?(a.direction) }
          axes.filter_map { |a| hole(a) }.first(MOST)
        end

        # An Entry of an axis, nil when nothing of it is hollow and seen.
        def hole(axis)
          walls = axis.faces.select { |n| seen[n] }.filter_map { |n| wall(n) }
          return nil if walls.empty?

          radius = walls.map { |w| w.surface.radius }.min
          words =
            said(axis.faces) || Drafting::SizeText.new(@drawing.standard).words(kind: :diameter, value: 2 * radius).to_s
          Entry.new(words: words, centre: axis.at(axis.to), radius: walls.map { |w| w.surface.radius }.max)
        end

        # The face where it is the inside of a cylinder.
        def wall(name)
          facets = @shown.solid.facets_of(name)
          face = facets[0]&.face
          return nil unless face && face.surface.kind == :cylinder

          point = @shown.solid.point(facets[0].loops[0][0])
          out = Geometry::Vec.sub(point, face.surface.origin)
          face if Geometry::Vec.dot(facets[0].normal, out).negative?
        end

        # { name of a face => true } of those whose lines are seen.
        def seen
          @seen ||= @shown.linework.strokes.select(&:visible).flat_map(&:faces).to_h { |n| [n, true] }
        end

        # Words of the model's own size of a hole, for one of its instances.
        def said(faces)
          features = faces.map { |n| Modelling::Callouts.feature_of(n) }.uniq
          model = @shown.model
          size =
            (model.callouts + model.dimensions).find do |d|
              features.include?(d.feature) &&
                (d.parts || (d.kind == :diameter && d.id.match?(/\.(diameter|clearance|thread)\z/)))
            end
          size && single(Annotations::Snapshot.of(size)).words(@drawing.standard).to_s
        end

        def single(snapshot)
          parts = snapshot.parts&.map { |p| p.dup.tap { |x| x.count = 1 } }
          snapshot.with(count: 1, parts: parts)
        end
      end
    end
  end
end
