# frozen_string_literal: true

module App
  module Presenters
    # The values of a drafting standard as a form in groups, and back from what a person filled in.
    class StandardForm
      STANDARD = Nockplane::Drafting::Standard
      # An entry of the form: key (one with a point reaches into a nested value), label, and what it takes: choices, or
      # :text, :boolean, :integer, :float, :optional (a number or nothing).
      Entry = Struct.new(:key, :label, :takes)
      Group = Struct.new(:title, :entries)
      GROUPS = [
        [
          'Projection and units',
          [
            ['name', 'Name of the set', :text],
            ['first_angle', 'Projection', { true => 'first angle', false => 'third angle' }],
            [
              'units',
              'Units',
              {
                'mm' => 'mm',
                'inch' => 'inch, decimal',
                'fraction' => 'inch, fractions',
                'dual' => 'mm with inch in brackets'
              }
            ],
            ['denominator', 'Finest fraction, 1/', STANDARD::CHOICES['denominator']],
            ['decimal', 'Decimal sign', { ',' => 'comma', '.' => 'point' }],
            ['precision', 'Decimals of mm', :integer],
            ['measured_precision', 'Decimals of mm, measured sizes', :integer],
            ['inch_precision', 'Decimals of inch', :integer],
            ['trailing_zeros', 'Keep trailing zeros', :boolean],
            ['leading_zero', 'Leading zero', :boolean],
            ['angles', 'Angles', { 'decimal' => 'decimal degrees', 'dms' => 'degrees, minutes, seconds' }],
            [
              'tolerances',
              'Tolerances',
              {
                'as given' => 'as given',
                'deviations' => 'deviations',
                'limits' => 'limits of size',
                'fit with deviations' => 'fit code with deviations',
                'fit with limits' => 'fit code with limits'
              }
            ],
            ['times', 'Sign for counts', STANDARD::CHOICES['times']]
          ]
        ],
        [
          'Lines',
          [
            ['wide', 'Wide, mm', :float],
            ['narrow', 'Narrow, mm', :float],
            *%w[visible hidden centre smooth dimension hatch].flat_map do |c|
              [
                ["widths.#{c}", "#{c.capitalize}: width, mm", :optional],
                [
                  "line_types.#{c}",
                  "#{c.capitalize}: line type",
                  {
                    '' => 'by rule',
                    '01' => '01 continuous',
                    '02' => '02 dashed',
                    '04' => '04 chain',
                    '05' => '05 double chain'
                  }
                ]
              ]
            end
          ]
        ],
        [
          'Lettering, mm',
          [
            ['text_height', 'Dimensions', :float],
            ['deviation_height', 'Deviations', :float],
            ['note_height', 'Notes', :float],
            ['label_height', 'View labels', :float]
          ]
        ],
        [
          'Dimensions',
          [
            ['text_direction', 'Words', { 'aligned' => 'along the line', 'horizontal' => 'level' }],
            ['text_place', 'Place', { 'above' => 'above the line', 'break' => 'breaking the line' }],
            [
              'arrow',
              'Arrowhead',
              {
                'filled' => 'filled',
                'open' => 'open',
                'blank' => 'closed, blank',
                'open 90' => 'open, 90°',
                'stroke' => 'oblique stroke',
                'dot' => 'dot'
              }
            ],
            ['arrow_length', 'Arrow length, mm', :float],
            ['arrow_ratio', 'Arrow width : length', :float],
            ['gap', 'Gap, mm', :float],
            ['overrun', 'Overrun, mm', :float],
            ['first_row', 'First row, mm', :float],
            ['row', 'Row spacing, mm', :float]
          ]
        ],
        [
          'Views',
          [
            ['centre_overrun', 'Centre line overrun, mm', :float],
            *%w[principal projected pictorial].map { |k| ["centre_lines.#{k}", "Centre lines: #{k}", :boolean] },
            *%w[principal projected pictorial].map do |k|
              ["tangent_edges.#{k}", "Tangent edges: #{k}", ViewColumn::TANGENT]
            end,
            [
              'threads',
              'Threads',
              { 'conventional' => 'three-quarter arc', 'simplified' => 'dashed circle', 'none' => 'not shown' }
            ],
            ['hatch_angle', 'Hatch angle, °', :float],
            ['hatch_spacing', 'Hatch spacing, mm', :float]
          ]
        ],
        [
          'Notes in the title block',
          [['general_tolerance', 'General tolerances', :text], ['tolerancing', 'Tolerancing principle', :text]]
        ]
      ].map { |title, entries| Group.new(title, entries.map { |e| Entry.new(*e) }) }.freeze

      def initialize(standard)
        @standard = standard
      end

      def value(key) = key.split('.').reduce(@standard.to_h) { |h, k| h[k] }

      # Values of a standard with those of a form in place; what the form does not name stays.
      def values(form)
        GROUPS
          .flat_map(&:entries)
          .each_with_object(JSON.parse(JSON.generate(@standard.to_h))) do |entry, found|
            next unless form.key?(entry.key)

            home, name =
              entry.key.include?('.') ? [found[entry.key.split('.')[0]], entry.key.split('.')[1]] : [found, entry.key]
            given = read(form[entry.key], entry.label, entry.takes)
            given.nil? ? home.delete(name) : home[name] = given
          end
      end

      private

      def read(given, label, type)
        case type
        when :text
          given.to_s.strip[0, 60]
        when :boolean
          [true, 'true'].include?(given)
        when Hash, Array
          choice(given, label, type)
        when :optional
          given.to_s.strip.empty? ? nil : numeric(given, label)
        when :integer
          numeric(given, label).then do |n|
            n == n.round ? n.round : raise(Refused, "#{label}: '#{given}' is not a whole number.")
          end
        else
          numeric(given, label)
        end
      end

      def choice(given, label, list)
        return nil if given.to_s.empty?

        all = list.is_a?(Hash) ? list.keys : list
        all
          .find { |c| c.to_s == given.to_s }
          .tap { |found| raise Refused, "#{label}: '#{given}' can't be chosen." if found.nil? }
      end

      def numeric(given, label)
        found = Float(given.to_s.strip.tr(',', '.'), exception: false)
        raise Refused, "#{label}: '#{given}' is not a number." unless found&.finite?

        found
      end
    end
  end
end
