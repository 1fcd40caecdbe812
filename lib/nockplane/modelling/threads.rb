# frozen_string_literal: true

module Nockplane
  module Modelling
    # ISO metric threads and their clearance holes (standards.md 7.2, 7.3; ISO 261, 262, 273, 724) by designation.
    module Threads
      # A thread: major diameter D, pitch P, minor diameter D1 and tap drill, all mm.
      Thread = Struct.new(:name, :major, :pitch, :minor, :drill)

      # Designation, coarse pitch, tap drill, clearance hole fine / medium / coarse (ISO 273).
      COARSE = <<~ROWS.lines.to_h { |l| l.split.then { |name, *sizes| [name, sizes.map(&:to_f).freeze] } }.freeze
        M2 0.4 1.6 2.2 2.4 2.6
        M2.5 0.45 2.05 2.7 2.9 3.1
        M3 0.5 2.5 3.2 3.4 3.6
        M3.5 0.6 2.9 3.7 3.9 4.2
        M4 0.7 3.3 4.3 4.5 4.8
        M5 0.8 4.2 5.3 5.5 5.8
        M6 1 5.0 6.4 6.6 7
        M7 1 6.0 7.4 7.6 8
        M8 1.25 6.8 8.4 9 10
        M10 1.5 8.5 10.5 11 12
        M12 1.75 10.2 13 13.5 14.5
        M14 2 12.0 15 15.5 16.5
        M16 2 14.0 17 17.5 18.5
        M18 2.5 15.5 19 20 21
        M20 2.5 17.5 21 22 24
        M22 2.5 19.5 23 24 26
        M24 3 21.0 25 26 28
        M27 3 24.0 28 30 32
        M30 3.5 26.5 31 33 35
        M33 3.5 29.5 34 36 38
        M36 4 32.0 37 39 42
        M39 4 35.0 40 42 45
        M42 4.5 37.5 43 45 48
        M45 4.5 40.5 46 48 52
        M48 5 43.0 50 52 56
        M52 5 47.0 54 56 62
        M56 5.5 50.5 58 62 66
        M60 5.5 54.5 62 66 70
        M64 6 58.0 66 70 74
      ROWS

      # Fine threads: designation with pitch, tap drill.
      FINE = <<~ROWS.lines.to_h { |l| l.split.then { |name, drill| [name, drill.to_f] } }.freeze
        M8x1 7.0
        M10x1.25 8.8
        M10x1 9.0
        M12x1.5 10.5
        M12x1.25 10.8
        M14x1.5 12.5
        M16x1.5 14.5
        M18x2 16.0
        M18x1.5 16.5
        M20x2 18.0
        M20x1.5 18.5
        M22x2 20.0
        M22x1.5 20.5
        M24x2 22.0
        M27x2 25.0
        M30x2 28.0
        M33x2 31.0
        M36x3 33.0
        M39x3 36.0
        M42x3 39.0
        M45x3 42.0
        M48x3 45.0
        M52x4 48.0
        M56x4 52.0
        M60x4 56.0
        M64x4 60.0
      ROWS

      # Columns of clearance holes.
      CLEARANCE = { 'fine' => 2, 'medium' => 3, 'coarse' => 4 }.freeze

      module_function

      def names = COARSE.keys + FINE.keys

      # The six designations nearest in diameter to what was asked for.
      def near(name)
        asked = name[/\d+(\.\d+)?/].to_f
        names.min_by(6) { |n| [(n[/\d+(\.\d+)?/].to_f - asked).abs, n.size] }
      end

      # D1 = d - 1.082532 P (ISO 724). nil for a thread not in the table.
      def find(name)
        pitch, drill = FINE.key?(name) ? [name[/x(.+)/, 1].to_f, FINE[name]] : COARSE[name]
        return nil unless pitch

        major = name[/\d+(\.\d+)?/].to_f
        Thread.new(name, major, pitch, (major - (1.082532 * pitch)).round(3), drill)
      end

      # mm: hole that lets a bolt of the coarse thread through; fit: fine, medium or coarse. nil for a thread not in the
      # table.
      def clearance(name, fit) = COARSE[name]&.at(CLEARANCE.fetch(fit))
    end
  end
end
