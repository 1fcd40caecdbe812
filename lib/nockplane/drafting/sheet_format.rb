# frozen_string_literal: true

module Nockplane
  module Drafting
    # The paper of a sheet: trimmed size, margins, zone fields and which marks it carries (ISO 5457: SHT-01 to SHT-26;
    # ASME Y14.1: SHT-30 to 33). Coordinates in mm from the lower-left corner of the trimmed sheet. Drawn by SheetInk.
    class SheetFormat
      FILING = 20.0
      MARGIN = 10.0
      BORDER = 5.0
      FIELD = 50.0
      # mm of paper a custom sheet may have a side.
      SIDES = (50.0..5000.0)
      LETTERS = [*'A'..'Z'].-(%w[I O]).freeze
      # What a format may say besides its size, and what holds when it does not.
      OPTIONS = {
        'border' => true,
        'zones' => true,
        'centring' => true,
        'trimming' => false,
        'folds' => false,
        'background' => nil,
        'margins' => nil,
        'columns' => nil,
        'rows' => nil
      }.freeze
      KEYS = %w[size width height].concat(OPTIONS.keys).freeze

      attr_reader :name, :width, :height, :spec

      # spec: a size name ("A3"), or { "size" => name or "custom", "width", "height" (custom, mm), OPTIONS ... }.
      def self.of(spec) = new(spec.is_a?(String) ? { 'size' => spec } : spec)

      def initialize(spec)
        @spec = OPTIONS.merge(spec)
        @name = @spec['size'] == 'custom' ? "#{plain(@spec['width'])} x #{plain(@spec['height'])}" : @spec.fetch('size')
        @width, @height = @spec['size'] == 'custom' ? [@spec['width'].to_f, @spec['height'].to_f] : SheetSizes.of(@name)
        Ractor.make_shareable(self)
      end

      # Sentences about a spec that can't be used; empty when all is well.
      def self.problems(spec)
        spec = { 'size' => spec } if spec.is_a?(String)
        return ['a sheet format is a size name or a set of values'] unless spec.is_a?(Hash)

        unknown = spec.keys - KEYS
        found = unknown.map { |k| "sheet format: '#{k}' is not known" }
        found.concat(size_problems(spec))
        found.empty? ? new(spec).problems : found
      end

      def self.size_problems(spec)
        size = spec['size']
        if size == 'custom'
          return spec.values_at('width', 'height').all? { |v| v.is_a?(Numeric) && SIDES.cover?(v) } ?
            [] :
            ['a custom sheet needs a width and a height from 50 to 5000 mm']
        end

        return [] if SheetSizes.names.include?(size)

        [
          "there is no sheet size '#{size}'; use #{SheetSizes.names.join(', ')} or custom (A0 to A3 lie landscape, " \
          "A4 stands portrait: ISO 5457)"
        ]
      end

      def problems
        x0, y0, x1, y1 = frame
        [
          ("the margins of #{@name} leave no drawing space" unless x1 - x0 > 20 && y1 - y0 > 20),
          (
            unless [@spec['columns'], @spec['rows']].compact.all? { |n| n.is_a?(Integer) && n.between?(2, 24) }
              'columns and rows of zones are whole numbers from 2 to 24'
            end
          ),
          (
            unless @spec['background'].nil? || @spec['background'].match?(/\A#[0-9a-f]{6}\z/i)
              "the background '#{@spec['background']}' is not a colour such as #f6f2e7"
            end
          ),
          (
            if @spec['folds'] && !SheetSizes::FOLDS.key?(@name)
              "fold marks are for #{SheetSizes::FOLDS.keys.join(', ')}, not for #{@name}"
            end
          ),
          (
            if @spec['trimming'] && !SheetSizes::UNTRIMMED.key?(@name)
              "trimming marks are for #{SheetSizes::UNTRIMMED.keys.join(', ')}, not for #{@name}"
            end
          )
        ].compact
      end

      # Left, bottom, right, top in mm (SHT-01, SHT-30).
      def margins
        return @spec['margins'].map(&:to_f) if @spec['margins']
        return [FILING, MARGIN, MARGIN, MARGIN] unless inch?

        _, _, across, beside = SheetSizes::ASME.fetch(@name)
        [beside, across, beside, across].map { |v| v * SheetSizes::INCH }
      end

      # [x0, y0, x1, y1] of the frame.
      def frame
        left, bottom, right, top = margins
        [left, bottom, @width - right, @height - top]
      end

      def inch? = SheetSizes.inch?(@name)
      def border? = @spec['border']
      def zones? = @spec['zones'] && border? && !columns.zero?
      def centring? = @spec['centring'] && border?
      def trimming? = @spec['trimming']
      def folds = @spec['folds'] ? SheetSizes::FOLDS.fetch(@name) : [[], []]
      def background = @spec['background']
      # Width of the band round the frame; narrower where the margin is.
      def band = [BORDER, *margins].min

      # mm of paper left and right, above and below the trimmed sheet: where trimming marks lie (SHT-11).
      def overhang
        return [0.0, 0.0] unless trimming?

        SheetSizes::UNTRIMMED.fetch(@name).zip([@width, @height]).map { |whole, trimmed| (whole - trimmed) / 2 }
      end

      # Zone fields per side (SHT-25; ASME by its table; or as the format says).
      def columns
        @spec['columns'] || (inch? ? SheetSizes::ASME.fetch(@name)[4]&.first || 0 : 2 * (@width / 100).round)
      end

      def rows = @spec['rows'] || (inch? ? SheetSizes::ASME.fetch(@name)[4]&.last || 0 : 2 * (@height / 100).round)

      # Cuts between zone fields along x (or y), from the frame's one side to the other: fields of 50 from the middle
      # (SHT-20), or equal parts of the trimmed length where the counts are given.
      def cuts(axis)
        length, count, low, high =
          axis == :x ? [@width, columns, frame[0], frame[2]] : [@height, rows, frame[1], frame[3]]
        own = inch? || @spec[axis == :x ? 'columns' : 'rows']
        field = own ? length / count : FIELD
        [low, *(1...count).map { |k| (length / 2) + ((k - (count / 2.0)) * field) }, high]
      end

      # Zone of a paper point, e.g. "C4" (SHT-20, SHT-24). ISO counts from the upper left, ASME from the lower right
      # (SHT-31).
      def zone(x, y)
        return nil if columns.zero?

        column = cuts(:x)[1...-1].index { |c| x < c } || (columns - 1)
        row = cuts(:y)[1...-1].index { |c| y <= c } || (rows - 1)
        "#{row_letter(row)}#{column_number(column)}"
      end

      # Numeral of the column, letter of the row, counted 0 from the left and from below.
      def column_number(index) = (inch? ? columns - index : index + 1).to_s
      def row_letter(index) = LETTERS[inch? ? index : rows - 1 - index]

      # Ink of border, zones and marks.
      def ink = SheetInk.new(self).ink

      private

      def plain(value) = value.to_f == value.to_f.round ? value.to_f.round.to_s : value.to_f.round(2).to_s
    end
  end
end
