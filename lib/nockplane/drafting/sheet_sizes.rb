# frozen_string_literal: true

module Nockplane
  module Drafting
    # Named sheet sizes: ISO 5457 with its elongated ones (standards.md 1.1, SHT-05), and the inch sizes of ASME Y14.1
    # (1.4). mm.
    module SheetSizes
      INCH = 25.4
      # name => [width, height] as used: A0 to A3 landscape, A4 portrait (SHT-03).
      ISO = {
        'A0' => [1189.0, 841.0],
        'A1' => [841.0, 594.0],
        'A2' => [594.0, 420.0],
        'A3' => [420.0, 297.0],
        'A4' => [210.0, 297.0]
      }.freeze
      # name => untrimmed [width, height] (1.1).
      UNTRIMMED = {
        'A0' => [1230.0, 880.0],
        'A1' => [880.0, 625.0],
        'A2' => [625.0, 450.0],
        'A3' => [450.0, 330.0],
        'A4' => [240.0, 330.0]
      }.freeze
      # Short side of the first, long side of the second size (SHT-05). For A3.2 = 297 x 594 it is the long side of A2.
      ELONGATED = {
        'A3.1' => [841.0, 297.0],
        'A3.2' => [594.0, 297.0],
        'A2.1' => [841.0, 420.0],
        'A1.0' => [1189.0, 594.0]
      }.freeze
      # name => [width, height, margin at top and bottom, margin at left and right, [zone columns, rows]] in inches.
      ASME = {
        'ANSI A' => [11.0, 8.5, 0.38, 0.25, nil],
        'ANSI A portrait' => [8.5, 11.0, 0.25, 0.38, nil],
        'ANSI B' => [17.0, 11.0, 0.38, 0.62, [4, 2]],
        'ANSI C' => [22.0, 17.0, 0.75, 0.50, [4, 4]],
        'ANSI D' => [34.0, 22.0, 0.50, 1.00, [8, 4]],
        'ANSI E' => [44.0, 34.0, 1.00, 0.50, [8, 8]]
      }.freeze
      # Fold lines to A4 with the title block in front: distances from the left edge, then from the lower edge.
      # [practice]
      FOLDS = {
        'A3' => [[125.0, 230.0], []],
        'A2' => [[210.0, 402.0], [297.0]],
        'A1' => [[210.0, 335.5, 461.0, 651.0], [297.0]],
        'A0' => [[210.0, 319.5, 429.0, 619.0, 809.0, 999.0], [297.0, 594.0]]
      }.freeze

      module_function

      def names = ISO.keys + ELONGATED.keys + ASME.keys
      def inch?(name) = ASME.key?(name)

      # [width, height] in mm of a named size. Raises KeyError.
      def of(name) = ISO[name] || ELONGATED[name] || ASME.fetch(name).first(2).map { |v| (v * INCH).round(4) }
    end
  end
end
