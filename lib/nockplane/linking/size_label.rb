# frozen_string_literal: true

module Nockplane
  module Linking
    # What a model dimension measures, in words for a person: "diameter of seat", "bore ⌀22", "underside to top", "datum
    # B".
    class SizeLabel
      # Path words of a recipe that say nothing to a person.
      SILENT = /\A(profile|pattern|steps|given)\z/

      # words: ->(face name) giving what a person calls it.
      def initialize(&words)
        @words = words
      end

      # id: of the model dimension; kind: of it, as a text; faces: names of the faces it stands on.
      def of(id, kind: nil, faces: [])
        measured = Modelling::Measured
        return sized(faces.empty? ? [id.delete_prefix(measured::SIZE)] : faces) if id.start_with?(measured::SIZE)
        if id.start_with?(measured::PITCH)
          return "pitch circle of #{face(id.delete_prefix(measured::PITCH)).sub(/, .*\z/, '')}"
        end

        if id.start_with?(measured::DISTANCE)
          return id.delete_prefix(measured::DISTANCE).split('|').map { |n| face(n) }.join(' to ')
        end

        return picked(kind, faces) if Modelling::Picked.id?(id)
        return marked(kind, faces) if Modelling::Marked.id?(id)
        return marked(kind, faces) if [Modelling::Centred, Modelling::ArcLengths].any? { |m| m.id?(id) }
        return edged(kind, faces) if Modelling::MeasuredEdges.id?(id)
        return given(id, kind, faces) if id.start_with?('given.')
        return planned(kind, faces) if id.start_with?(Modelling::Planned::PREFIX)

        SizeLabel.recipe(id)
      end

      # "spindle.profile.collar.diameter" -> "diameter of collar of spindle"
      def self.recipe(id)
        parts = id.split('.').map { |part| part.sub(/\[\d+\]/, '').sub(/\Ainner\z/, 'inner outline').tr('_', ' ') }
        parts.reject { |part| part.match?(SILENT) }.reverse.join(' of ')
      end

      private

      # Of several equal faces the place of none is told.
      def sized(faces) = faces.size > 1 ? face(faces[0]).sub(/, .*\z/, '') : face(faces[0])

      def face(name) = @words.call(name) || name

      # Of a size measured between places picked: the faces they lie on, two at most.
      def picked(kind, faces)
        kind = Drawings::Annotations.all.fetch(kind.to_s)
        "#{kind.title} between #{faces.values_at(0, -1).uniq.map { |n| face(n) }.join(' and ')}"
      end

      # Of what a tolerance plan says: "tolerance of bore ⌀12", "distance of underside and top".
      def planned(kind, faces)
        title = Drawings::Annotations.all[kind.to_s]&.title || 'size'
        "#{title} of #{faces.first(2).map { |n| face(n) }.join(' and ')}"
      end

      # Of a frame or datum set by hand: "tolerance of bore ⌀12".
      def marked(kind, faces) = "#{Drawings::Annotations.all.fetch(kind.to_s).title} of #{face(faces[0])}"

      # Of a size of an edge: "chamfer of bore, low".
      def edged(kind, faces)
        "#{Drawings::Annotations.all.fetch(kind.to_s).title} of #{face(faces[0])}#{' and others' if faces.size > 1}"
      end

      def given(id, kind, faces)
        Drawings::Annotations.all.fetch(kind.to_s).called(id, faces.first(2).map { |n| face(n) })
      end
    end
  end
end
