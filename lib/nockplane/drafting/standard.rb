# frozen_string_literal: true

module Nockplane
  module Drafting
    # A drafting standard as a named set of values (docs/schema/standard.schema.json says what each may be). Callers ask
    # for abilities (first_angle?, #decimal, #inch?), never for a name. Lengths in mm of paper, angles in degrees.
    class Standard
      # What each value is when a set leaves it out: ISO 128, 129-1 and 3098 for sheets up to A2.
      DEFAULTS = {
        'name' => 'ISO',
        'first_angle' => true,
        'wide' => 0.5,
        'narrow' => 0.25,
        'widths' => {},
        'line_types' => {},
        'text_height' => 3.5,
        'deviation_height' => 2.5,
        'note_height' => 3.5,
        'label_height' => 5.0,
        'units' => 'mm',
        'decimal' => ',',
        'precision' => 4,
        'measured_precision' => 2,
        'inch_precision' => 3,
        'trailing_zeros' => false,
        'leading_zero' => true,
        'denominator' => 64,
        'times' => '×',
        'tolerances' => 'as given',
        'angles' => 'decimal',
        'text_direction' => 'aligned',
        'text_place' => 'above',
        'arrow' => 'filled',
        'arrow_length' => 3.5,
        'arrow_ratio' => 0.536,
        'gap' => 2.0,
        'overrun' => 2.0,
        'first_row' => 10.0,
        'row' => 7.0,
        'centre_lines' => {
          'principal' => true,
          'projected' => true,
          'pictorial' => false,
          'section' => true,
          'flat' => true
        },
        'centre_overrun' => 3.0,
        'hatch_angle' => 45.0,
        'hatch_spacing' => 3.0,
        'tangent_edges' => {
          'principal' => 'narrow',
          'projected' => 'narrow',
          'pictorial' => 'narrow',
          'section' => 'narrow',
          'flat' => 'none'
        },
        'threads' => 'conventional',
        'general_tolerance' => 'ISO 2768-m',
        'tolerancing' => 'ISO 8015'
      }.freeze

      CHOICES = {
        'units' => %w[mm inch fraction dual],
        'decimal' => %w[, .],
        'times' => %w[× X],
        'denominator' => [2, 4, 8, 16, 32, 64],
        'tolerances' => ['as given', 'deviations', 'limits', 'fit with deviations', 'fit with limits'],
        'angles' => %w[decimal dms],
        'text_direction' => %w[aligned horizontal],
        'text_place' => %w[above break],
        'arrow' => ['filled', 'open', 'blank', 'open 90', 'stroke', 'dot'],
        'threads' => %w[conventional simplified none],
        'tangent' => %w[narrow shortened none wide]
      }.freeze
      # Kinds of view that rules can differ for.
      VIEW_KINDS = %w[principal projected pictorial section detail auxiliary flat].freeze
      # Line types by number (ISO 128-2) that a class of lines may be given.
      LINE_TYPES = %w[01 02 04 05].freeze
      # Line class => [width word, line type] before any override.
      LINES =
        {
          'visible' => %i[wide 01],
          'smooth' => %i[narrow 01],
          'hidden' => %i[narrow 02],
          'centre' => %i[narrow 04],
          'thread' => %i[narrow 01],
          'dimension' => %i[narrow 01],
          'hatch' => %i[narrow 01],
          'section' => %i[wide 04]
        }.transform_values { |w, t| [w, t.to_s] }.freeze

      DIRECTORY = File.expand_path('standards', __dir__)

      # Shipped sets by name.
      def self.shipped
        @shipped ||=
          Dir[File.join(DIRECTORY, '*.json')]
            .sort
            .map { |f| new(JSON.parse(File.read(f))) }
            .to_h { |s| [s.name, s] }
            .freeze
      end

      # values: some or all; what is not known is left out.
      def initialize(values = {})
        given = values.slice(*DEFAULTS.keys)
        @values =
          Ractor.make_shareable(
            DEFAULTS.to_h { |k, v| [k, v.is_a?(Hash) && given[k].is_a?(Hash) ? v.merge(given[k]) : given.fetch(k, v)] }
          )
        freeze
      end

      DEFAULTS.each_key do |key|
        unless %w[first_angle trailing_zeros leading_zero centre_lines tangent_edges gap].include?(key)
          define_method(key) { @values[key] }
        end
      end

      def first_angle? = @values['first_angle']
      def trailing_zeros? = @values['trailing_zeros']
      def leading_zero? = @values['leading_zero']
      # Is the first unit written the inch?
      def inch? = %w[inch fraction].include?(units)
      def fractions? = units == 'fraction'
      def dual? = units == 'dual'
      def aligned_text? = text_direction == 'aligned'
      def broken_line? = text_place == 'break'
      # mm free between a feature and its extension line (DIM-01).
      def gap = @values['gap']
      # Width (mm) and ISO 128-2 number of a class of lines.
      def width(line_class) = widths[line_class] || @values.fetch(LINES.fetch(line_class)[0].to_s)
      def line_type(line_class) = line_types[line_class] || LINES.fetch(line_class)[1]

      # Dash list of a line of this class and length (mm); nil when continuous.
      def dash(line_class, length, centred: false)
        LineType.dash(line_type(line_class), length, width(line_class), centred: centred)
      end

      def centre_lines?(view_kind) = @values['centre_lines'].fetch(view_kind, true)
      # How tangent edges of a kind of view are drawn: narrow, shortened or none (HID-04).
      def tangent(view_kind) = @values['tangent_edges'].fetch(view_kind, 'narrow')
      # Unit written in title blocks.
      def unit_words = { 'mm' => 'mm', 'inch' => 'inch', 'fraction' => 'inch', 'dual' => 'mm [inch]' }.fetch(units)

      def to_h = @values
      # The set with some values changed.
      def with(changes) = Standard.new(@values.merge(changes))
      def ==(other) = other.is_a?(Standard) && to_h == other.to_h

      # Sentences about values that can't be; empty when all is well.
      def problems
        CHOICES.filter_map do |key, list|
          if @values.key?(key) && !list.include?(@values[key])
            "#{key}: '#{@values[key]}' is not one of #{list.join(', ')}"
          end
        end +
          HEIGHTS.filter_map do |key|
            unless @values[key].is_a?(Numeric) && @values[key].between?(1, 30)
              "#{key}: #{@values[key]} mm; lettering is 1 to 30 mm high"
            end
          end +
          LENGTHS.filter_map do |key, max|
            unless @values[key].is_a?(Numeric) && @values[key].between?(0, max)
              "#{key}: #{@values[key]} mm; write a length from 0 to #{max} mm"
            end
          end +
          WIDTHS.filter_map do |key|
            unless @values[key].is_a?(Numeric) && @values[key].between?(0.05, 3)
              "#{key}: #{@values[key]} mm; lines are 0.05 to 3 mm wide"
            end
          end +
          RATIOS.filter_map do |key, range|
            unless @values[key].is_a?(Numeric) && range.cover?(@values[key])
              "#{key}: #{@values[key]}; write a number from #{range.min} to #{range.max}"
            end
          end +
          [
            (
              unless [precision, measured_precision, inch_precision].all? { |p| p.is_a?(Integer) && p.between?(0, 6) }
                'precision: decimals are 0 to 6'
              end
            ),
            (
              unless hatch_spacing.is_a?(Numeric) && hatch_spacing >= 0.7
                "hatch_spacing: #{hatch_spacing} mm; hatching stands at least 0.7 mm apart (SEC-27)"
              end
            ),
            *line_problems
          ].compact
      end

      HEIGHTS = %w[text_height deviation_height note_height label_height].freeze
      LENGTHS = {
        'arrow_length' => 20,
        'gap' => 20,
        'overrun' => 20,
        'first_row' => 100,
        'row' => 100,
        'centre_overrun' => 50,
        'hatch_spacing' => 50
      }.freeze
      WIDTHS = %w[wide narrow].freeze
      # Width of an arrowhead by its length, degrees of hatching.
      RATIOS = { 'arrow_ratio' => 0.05..3.0, 'hatch_angle' => -360.0..360.0 }.freeze

      private

      def line_problems
        widths.filter_map do |k, w|
          unless LINES.key?(k) && w.is_a?(Numeric) && w.between?(0.05, 3)
            "widths.#{k}: #{w}; a known class of lines and 0.05 to 3 mm are needed"
          end
        end +
          line_types.filter_map do |k, t|
            "line_types.#{k}: #{t}; use #{LINE_TYPES.join(', ')}" unless LINES.key?(k) && LINE_TYPES.include?(t)
          end +
          @values['tangent_edges'].filter_map do |k, t|
            unless CHOICES['tangent'].include?(t)
              "tangent_edges.#{k}: '#{t}' is not one of #{CHOICES['tangent'].join(', ')}"
            end
          end
      end
    end
  end
end
