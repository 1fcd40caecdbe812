# frozen_string_literal: true

module Nockplane
  module Drawings
    module Tables
      # What a table lists of a view: entries with a label, a place and a radius, measured from the table's origin, x to
      # the right and y upwards. Lengths of the model, mm.
      class Listing
        # label: "A1"; words: its size, nil for none; centre: model point; radius: of the circle that is seen, 0 of a
        # point; row: { field => text }.
        Entry = Struct.new(:label, :words, :centre, :radius, :row, keyword_init: true)

        # table: Table of its kind; shown: ShownModel of its view.
        def initialize(drawing, table, shown)
          @drawing = drawing
          @table = table
          @shown = shown
          @frame = shown.frame
        end

        # [Entry]
        def all = raise(NotImplementedError)

        # Model point that places are measured from: where it was picked; what was there last when that is gone.
        def origin = @origin ||= spot_at(@table.origin)&.point || @table.origin_at
        # Is something gone that was picked?
        def lost? = spot_at(@table.origin).nil?

        private

        def spots = @spots ||= Modelling::Spots.of(@shown.solid)
        def spot_at(data) = Modelling::Spots::Spot.from(data)&.then { |s| spots.find(s) }

        # (Places are measured.)
        def standard
          given = @drawing.standard
          given.with('precision' => [given.measured_precision, given.precision].min)
        end

        # { "x", "y" } of a place.
        def places(point)
          text = Drafting::SizeText.new(standard)
          x, y = %i[x y].map { |c| @frame.public_send(c, point) - @frame.public_send(c, origin) }
          { 'x' => text.number(x), 'y' => text.number(y) }
        end
      end
    end
  end
end
