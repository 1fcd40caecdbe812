# frozen_string_literal: true

module Nockplane
  module Modelling
    # Density of a model's material, kg/m3: the property `density` when given, else by the first words of `material`.
    # Common values of materials handbooks at 20 degrees C.
    module Materials
      DENSITIES = {
        'EN AW-2' => 2800,
        'EN AW-5' => 2660,
        'EN AW-6' => 2700,
        'EN AW-7' => 2810,
        'EN AW' => 2700,
        'EN AC' => 2680,
        'S235' => 7850,
        'S355' => 7850,
        'C45' => 7850,
        '11SMn' => 7850,
        '16MnCr' => 7850,
        '42CrMo' => 7850,
        'DC01' => 7850,
        '1.0' => 7850,
        '1.4' => 7900,
        'X5CrNi' => 7900,
        'X8CrNi' => 7900,
        'CuZn' => 8470,
        'CuSn' => 8800,
        'POM' => 1410,
        'PA' => 1140,
        'PEEK' => 1320,
        'PMMA' => 1190,
        'PC' => 1200,
        'ABS' => 1050,
        'PTFE' => 2180,
        'FKM' => 1850,
        'NBR' => 1300
      }.freeze

      module_function

      # kg/m3, nil when neither property tells.
      def density(properties)
        given = properties['density'].to_s[/\d+(\.\d+)?/]&.to_f
        return given if given&.between?(1, 30_000)

        name = properties['material'].to_s.strip
        DENSITIES.select { |start, _| name.start_with?(start) }.max_by { |start, _| start.size }&.last&.to_f
      end

      # kg of words such as "0.31 kg", "310 g" or "0,31"; nil when they name no mass.
      def kilograms(words)
        m = words.to_s.strip.match(/\A(\d+(?:[.,]\d+)?)\s*(kg|g|t|lb)?\b/i) or return nil
        m[1].tr(',', '.').to_f * { 'g' => 1e-3, 't' => 1e3, 'lb' => 0.45359237 }.fetch(m[2].to_s.downcase, 1.0)
      end

      # Does the model's maker insist on the mass stated among its properties? Else the one worked out is shown.
      def stated?(properties) = properties['mass_rule'].to_s.strip == 'stated'

      # kg of a volume in mm3, nil without a density.
      def mass(properties, volume) = density(properties)&.then { |d| volume * d * 1e-9 }
    end
  end
end
