# frozen_string_literal: true

module Nockplane
  module Linking
    # What a drawing says of each part it shows: which faces have size and place said once, which not at all, which
    # twice (GEN-05), over all its views together. An assembly's own drawing says no sizes of its parts.
    class Completeness
      # Of one binding: report is Definition::Report; subject: Products::Subject that was looked at.
      Part = Struct.new(:binding, :subject, :report)

      # Words of a general note, and the number in them.
      ROUNDS = /\b(?:fillets?|rounds?|radii|radius)\b[^\n]*?\bR?\s?(\d+(?:[.,]\d+)?)/i
      BEVELS = /\bchamfers?\b[^\n]*?(\d+(?:[.,]\d+)?)\s*(?:[x×]\s*45|mm|$)/i
      SHAPES = /\b(?:surfaces?|shapes?|contours?|profiles?)\b[^\n]*\bmodel\b/i

      # What a ModelDimension says of the faces it stands on (Definition::Saying); nil when it says no size or place.
      def self.saying(found, key:, words:)
        kind = Drawings::Annotations.of(found)
        return nil unless kind.says

        Definition::Saying.new(
          key: key,
          words: words,
          says: kind.says,
          value: found.value,
          faces: found.faces,
          from: found.from,
          to: found.to,
          direction: (kind.direction(found) if kind.says == :level),
          centre: found.centre,
          radius: kind.said_radius(found),
          count: found.count,
          spare: found.reference?
        )
      end

      # Between the id of a dimension and that of one of its parts, in the key of a saying.
      PART = '+'

      # Id of the drawing's dimension that a key is of.
      def self.dimension_of(key) = key.split(PART)[0]

      def initialize(drawing, source)
        @drawing = drawing
        @source = source
      end

      # [Part], one for each binding whose model is a part that can be built.
      def parts
        @parts ||= @drawing.bindings.filter_map { |b| part(b) }
      end

      private

      def part(binding)
        views = @drawing.views.select { |v| v.binding == binding.id }
        # (Sizes measured on a flat pattern are none of the part as it is made.)
        views = views.reject { |v| Drawings::Views.of(v).state }
        revision = views.map(&:revision).max or return nil
        subject = binding.subject(revision)
        model = @source.model(subject)
        return nil if model.assembly? || model.solid.facets.empty?

        Part.new(binding, subject, report(subject, model, sayings(views, model) + general))
      end

      # Kept by the model's text and what is said of it.
      def report(subject, model, sayings)
        said = Digest::SHA256.hexdigest(sayings.map { |s| s.to_a.to_s }.join("\n"))
        @source.kept('definition', @source.text(subject), said) do
          sides = @source.flats.sides(@source.text(subject))
          Ractor.make_shareable(Definition.of(model.solid, sayings, sides: sides))
        end
      end

      # What is measured only, on the drawing, comes after what the model says, so that of two that say one thing it is
      # the double one.
      def sayings(views, model)
        ids = views.map(&:id)
        dimensions = @drawing.dimensions.select { |d| ids.include?(d.view) && !d.wording&.brackets }
        dimensions
          .partition { |d| !Modelling::ModelDimension.reference?(d.dimension) }
          .flatten(1)
          .flat_map do |d|
            found = model.dimension(d.dimension)
            found && Anchors.standing?(found, model.solid) ? sayings_of(d, found) : []
          end
      end

      # Of a callout one for each of its parts.
      def sayings_of(dimension, found)
        words = Drawings::Annotations.words(@drawing.standard, dimension).to_s
        return [Completeness.saying(found, key: dimension.id, words: words)].compact unless found.parts

        found.parts.filter_map { |p| Completeness.saying(p, key: "#{dimension.id}#{PART}#{p.id}", words: words) }
      end

      # What general notes say.
      def general
        @drawing.notes.flat_map do |note|
          text = note.text
          [
            *text.scan(ROUNDS).map { |(n)| noted(note, :rounds, radius: length(n)) },
            *text.scan(BEVELS).map { |(n)| noted(note, :bevels, value: length(n)) },
            *(text.match?(SHAPES) ? [noted(note, :shapes)] : [])
          ]
        end
      end

      # mm of a number in a note, which stands in the units of the drawing.
      def length(text) = text.tr(',', '.').to_f * (@drawing.standard.inch? ? 25.4 : 1.0)

      def noted(note, says, **fields)
        Definition::Saying.new(key: "note #{note.id}", words: note.text, says: says, faces: [], **fields)
      end
    end
  end
end
