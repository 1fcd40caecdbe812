# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # A sheet-metal part laid flat (standards.md SM-20 to SM-23), its longer side level: outline, bend lines, their
      # notes or, where the sheet has a bend table of the view, their numbers.
      class Flat < Kind
        NAME = 'flat'
        WORDS = 'flat pattern'

        # How it is drawn: notes: "words" (UP 90° R3), "numbers" or "none"; zones: are the ends of bend zones drawn?
        Look =
          Struct.new(:notes, :zones, keyword_init: true) do
            def moved(_anchorage) = self
            def lost? = false
          end
        NOTES = { 'words' => 'in words', 'numbers' => 'by number', 'none' => 'without' }.freeze

        def size = [120.0, 70.0]
        def style = 'visible'
        def title = 'Flat pattern'
        def state = Products::Subject::FLAT
        def own_type = Look
        def orientation = 'top'
        def usual = Look.new
        def label(_letter) = 'FLAT PATTERN'

        def why_empty(_berth, filling)
          reason = filling.flat_refusal
          reason && "#{filling.model.name} has no flat pattern: #{reason}"
        end

        # Direction of sight and up of the flat state, [dx, dy, dz, ux, uy, uz].
        def self.sight(frame) = [*Geometry::Vec.neg(frame.z), *frame.y].map { |c| c.round(12) + 0.0 }

        def aimed_at(source, subject)
          text = source.text(subject)
          source.flats.refusal(text) ? nil : Flat.sight(source.flat(text).frame)
        end

        # (Another revision may have its longer side the other way: the view turns with it.)
        def caught_up(view, anchorage)
          frame = Modelling::SheetMetal::Outlines.lying(anchorage.solid, Geometry::Vec.neg(view.sight.first(3)))
          frame ? view.dup.tap { |v| v.sight = Flat.sight(frame) } : view
        end

        def details(standard, view, place, shown)
          flat = shown.flat or return []
          strokes = shown.linework.strokes
          FlatInk.new(standard, view, place, flat, strokes: strokes, numbered: shown.tabled?).ink
        end
      end
    end
  end
end
