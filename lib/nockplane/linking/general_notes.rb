# frozen_string_literal: true

module Nockplane
  module Linking
    # The general notes that say what is left of a part's definition and is said best in words: rounds of one radius all
    # over it, free surfaces.
    class GeneralNotes
      # mm of paper between notes and the frame, and how they are moved when something is in the way.
      OFF = 6.0
      STEPS = 14

      # The drawing with the notes that are needed, clear of everything; as it is where none are.
      def self.added(drawing, source)
        words = new(drawing, source).words
        words.reduce(drawing) { |d, text| new(d, source).placed(text) }
      end

      # Is a note's text one that was worked out here?
      def self.worked_out?(text) = text.match?(/\A(FILLETS AND ROUNDS R\S+ UNLESS|FREE SURFACES AS IN THE MODEL)/)

      def initialize(drawing, source)
        @drawing = drawing
        @source = source
      end

      # [text]
      def words
        missing = Completeness.new(@drawing, @source).parts.flat_map { |p| p.report.missing.map { |m| [p, m] } }
        radii = missing.select { |_, m| m.blend }.map { |_, m| m.value.round(3) }
        shape = missing.find { |_, m| m.kind == :shape }
        [(rounds(radii) unless radii.empty?), (shape_of(shape[0]) if shape)].compact
      end

      # The drawing with a note where nothing is in its way: along the lower edge, then upwards.
      def placed(text)
        sheet = @drawing.sheets[0]
        x0, y0, x1, y1 = sheet.paper.frame
        places =
          (0...STEPS)
            .to_a
            .product([0, 1, 2])
            .map { |row, column| [x0 + OFF + (column * (x1 - x0) / 3), y0 + OFF + (row * 9.0)] }
        before = collisions(@drawing, sheet)
        places
          .select { |_, y| y < y1 - OFF }
          .each do |x, y|
            edit = Drawings::AnnotationEdits.add_note(@drawing, sheet.id, text, x, y)
            return @drawing unless edit.is_a?(Drawings::Edit)

            noted = @drawing.apply(edit)
            return noted if collisions(noted, sheet) <= before
          end
        @drawing
      end

      private

      # The commonest radius; the others want dimensions of their own.
      def rounds(radii)
        common = radii.tally.max_by { |r, n| [n, r] }[0]
        "FILLETS AND ROUNDS R#{Drafting::SizeText.new(@drawing.standard).number(common)} UNLESS OTHERWISE STATED"
      end

      def shape_of(part)
        number = @source.model(part.subject).properties['number'].to_s
        "FREE SURFACES AS IN THE MODEL#{" #{number}" unless number.empty?}"
      end

      def collisions(drawing, sheet)
        scene = Drawings::SceneBuilder.new(drawing, sheet.id, @source, shade: :known).scene
        Drawings::Overlaps.new(drawing, sheet, scene).all.size
      end
    end
  end
end
