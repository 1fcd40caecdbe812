# frozen_string_literal: true

module Nockplane
  module Drafting
    # A drafting standard as a set of named values. Callers ask for abilities (first_angle?, #decimal), never for a name.
    class Standard
      DEFAULTS = {
        'name' => 'ISO', 'first_angle' => true, 'decimal' => ',', 'times' => '×', 'wide' => 0.5, 'narrow' => 0.25,
        'text_height' => 3.5, 'deviation_height' => 2.5, 'first_row' => 10.0, 'row' => 7.0, 'general_tolerance' => 'ISO 2768-m'
      }.freeze

      def initialize(values = {})
        @values = DEFAULTS.merge(values.slice(*DEFAULTS.keys)).freeze
        freeze
      end

      def name = @values['name']
      def first_angle? = @values['first_angle']
      def decimal = @values['decimal']
      def times = @values['times']
      # Line widths in mm (line group of ISO 128-2).
      def wide = @values['wide']
      def narrow = @values['narrow']
      # Lettering heights in mm.
      def text_height = @values['text_height']
      def deviation_height = @values['deviation_height']
      # Arrow length, mm (DIM-06: about the lettering height).
      def arrow = text_height
      # First dimension row from the outline and between rows, mm (DIM-04).
      def first_row = @values['first_row']
      def row = @values['row']
      # Extension line gap and overrun: 8 line widths (DIM-01).
      def gap = 8 * narrow
      def overrun = 8 * narrow
      def general_tolerance = @values['general_tolerance']
      def to_h = @values
    end
  end
end
