# frozen_string_literal: true

module Nockplane
  module Modelling
    # ISO metric threads (standards.md 7.2, 7.3; ISO 261, 724): coarse pitch and tap drill by designation.
    module Threads
      # A thread: major diameter D, pitch P, minor diameter D1 and tap drill, all mm.
      Thread = Struct.new(:name, :major, :pitch, :minor, :drill)

      COARSE = {
        'M2' => [0.4, 1.6], 'M2.5' => [0.45, 2.05], 'M3' => [0.5, 2.5], 'M4' => [0.7, 3.3], 'M5' => [0.8, 4.2],
        'M6' => [1, 5.0], 'M8' => [1.25, 6.8], 'M10' => [1.5, 8.5], 'M12' => [1.75, 10.2], 'M16' => [2, 14.0],
        'M20' => [2.5, 17.5], 'M24' => [3, 21.0], 'M30' => [3.5, 26.5], 'M36' => [4, 32.0]
      }.freeze

      module_function

      # D1 = d - 1.082532 P (ISO 724). nil for a thread not in the table.
      def find(name)
        pitch, drill = COARSE[name]
        return nil unless pitch

        major = name.delete_prefix('M').to_f
        Thread.new(name, major, pitch.to_f, (major - (1.082532 * pitch)).round(3), drill)
      end
    end
  end
end
