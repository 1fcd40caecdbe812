# frozen_string_literal: true

module App
  module Presenters
    # Turns what is asked about balloons, parts lists and flat patterns into an Edit: { "do": "balloons", "what":
    # "view/iso", "shape": "balloon" }, "listing" of a parts list, "bend table", "bend notes".
    class PartsRequest
      D = Nockplane::Drawings
      DOES = {
        'balloons' => :balloons,
        'lay balloons' => :lay_balloons,
        'all balloons' => :all_balloons,
        'balloon' => :one_balloon,
        'balloons along' => :balloons_along,
        'stack' => :stack,
        'unstack' => :unstack,
        'listing' => :listing,
        'bend table' => :bend_table,
        'bend notes' => :bend_notes
      }.freeze

      def self.does?(name) = DOES.key?(name)

      def initialize(value, source, data, millimetres)
        @value = value
        @source = source
        @data = data
        @mm = millimetres
      end

      # An Edit or a Refusal.
      def edit = send(DOES.fetch(@data['do']))

      private

      def id = @data['what'].to_s.split('/', 2)[1].to_s
      def text(key) = @data[key].to_s.strip

      # For every line of the parts list that has none yet.
      def balloons = placing.edit

      def placing
        shape = text('shape').empty? ? 'balloon' : text('shape')
        raise Refused, 'A balloon is a circle, or stands over a line.' unless %w[balloon underlined].include?(shape)

        counted = @data['counted'] == true || text('counted') == 'on'
        D::Balloons.new(@value, @source, id, shape: shape, counted: counted, side: side)
      end

      # For the part whose edge is picked.
      def one_balloon = placing.picked(*picks)

      # [[x, y], [x, y]]: what was picked, and where it goes, mm of paper.
      def picks
        points = [Array(@data['points'])[0], @data['at']]
        raise Refused, 'Pick an edge, then click where it goes.' unless points.all?(Array)

        points.map { |p| p.map { |c| @mm.call(c) } }
      end

      def balloons_along = D::BalloonRows.new(@value, @source).along(id, text('notes').split, *picks)
      def stack = D::BalloonRows.new(@value, @source).stacked(id, text('on note'))
      def unstack = D::BalloonRows.new(@value, @source).unstacked(id)

      # For every line of a parts list, on the views that show most.
      def all_balloons
        sheet = @value.cells["table/#{id}"]&.then { |t| @value.sheet(t.sheet) }
        return D::Refusal.missing(:table, id) unless sheet&.binding

        D::Balloons.everywhere(@value, @source, sheet.binding)
      end

      # Those of a view anew, round it or in a row.
      def lay_balloons = D::Balloons.new(@value, @source, id, side: side).arranged

      def side
        return 'round' if text('side').empty?
        return text('side') if D::BalloonPlaces::SIDES.key?(text('side'))

        raise Refused, "Balloons stand #{D::BalloonPlaces::SIDES.values.join(', ')}."
      end

      # Which lines a parts list has, in which order, under which numbers.
      def listing
        table = @value.cells["table/#{id}"] or return D::Refusal.missing(:table, id)
        D::Tables::Listed.new(@value, @source, table).edit(
          structure: text('structure'),
          sort: text('sort'),
          group: text('group'),
          numbers: text('items'),
          texts: text('texts')
        )
      end

      def bend_table = D::Tables::Making.new(@value, @source).bends(id)

      def bend_notes
        view = @value.view(id) or return D::Refusal.missing(:view, id)
        notes = text('notes')
        unless D::Views::Flat::NOTES.key?(notes)
          raise Refused, "Bends are noted #{D::Views::Flat::NOTES.values.join(', ')}."
        end

        look = D::Views::Flat::Look.new(notes: notes, zones: text('zones') == 'on' || nil)
        D::Edit.put("#{view.name} notes its bends otherwise", view.dup.tap { |v| v.own = look })
      end
    end
  end
end
