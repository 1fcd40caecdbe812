# frozen_string_literal: true

module Nockplane
  module Tolerancing
    # Limits and fits of ISO 286-1/-2 up to 500 mm: deviations of a size from its code, by the tables and rules FIT-01
    # to FIT-14 of standards.md section 8. The tables are data/iso286.json, in micrometres.
    module Iso286
      TABLES = JSON.parse(File.read(File.join(__dir__, 'data', 'iso286.json'))).freeze
      CODE = /\A([a-zA-Z]{1,2})(\d{1,2})\z/
      SHAFTS = %w[a b c d e f g h js j k m n p r s t u x].freeze
      MAX = 500.0

      # A size or code the tables don't cover.
      class OutOfTables < Nockplane::Error
        include InputFault
      end

      module_function

      # Is the text a tolerance class these tables know, such as H7, g6 or JS9?
      def code?(text)
        m = CODE.match(text) or return false
        known = SHAFTS.include?(m[1].downcase) && [m[1].downcase, m[1].upcase].include?(m[1])
        known && m[2].to_i.between?(1, 18)
      end

      # Standard tolerance ITn in micrometres (table 8.2). size in mm.
      def it(grade, size) = row('grades', size)['it'][grade - 1]

      # [upper, lower] deviations in mm. Raises OutOfTables.
      def deviations(code, size)
        raise OutOfTables, "'#{code}' is not a tolerance class of ISO 286" unless code?(code)
        unless size.positive? && size <= MAX
          raise OutOfTables, "#{size} mm is outside the tables of ISO 286 (above 0 up to 500 mm)"
        end

        letter, grade = CODE.match(code).captures.then { |l, g| [l, g.to_i] }
        pair = letter == letter.upcase ? hole(letter, grade, size) : shaft(letter, grade, size)
        pair.map { |um| (um / 1000.0).round(6) }
      end

      def row(table, size)
        TABLES.fetch(table).find { |r| size <= r['to'] } or
          raise OutOfTables, "#{size} mm is outside the tables of ISO 286"
      end

      # FIT-04, FIT-05, FIT-10
      def shaft(letter, grade, size)
        tolerance = it(grade, size)
        return [tolerance / 2.0, -tolerance / 2.0] if letter == 'js'

        if letter <= 'h' then fundamental(letter, grade, size).then { |es| [es, es - tolerance] }
        else fundamental(letter, grade, size).then { |ei| [ei + tolerance, ei] }
        end
      end

      # Fundamental deviation of a shaft letter: es up to h, ei from j on.
      def fundamental(letter, grade, size)
        value = case letter
                when 'h' then 0
                when 'd', 'e', 'f', 'g', 'm', 'n', 'p' then row('main', size)[letter]
                when 'k' then row('main', size)[grade.between?(4, 7) ? 'k_low' : 'k']
                when 'j' then shaft_j(grade, size)
                else row('fine', size)[letter]
                end
        value or raise OutOfTables, "#{letter}#{grade} is not given for #{size} mm"
      end

      def shaft_j(grade, size)
        case grade
        when 5, 6 then row('delta', size)['j5']
        when 7 then row('delta', size)['j7']
        when 8 then size <= 3 ? -6 : nil
        end
      end

      # FIT-05 to FIT-09
      def hole(letter, grade, size)
        tolerance = it(grade, size)
        return [tolerance / 2.0, -tolerance / 2.0] if letter == 'JS'
        return hole_from_upper(row('delta', size)["J#{grade}"], tolerance, "J#{grade}", size) if letter == 'J'
        return (-fundamental(letter.downcase, grade, size)).then { |ei| [ei + tolerance, ei] } if letter <= 'H'

        hole_from_upper(upper(letter, grade, size), tolerance, "#{letter}#{grade}", size)
      end

      def hole_from_upper(upper, tolerance, code, size)
        raise OutOfTables, "#{code} is not given for #{size} mm" unless upper

        [upper, upper - tolerance]
      end

      # Upper deviation ES of holes K to X: FIT-07, FIT-08, FIT-09.
      def upper(letter, grade, size)
        return -9 if letter == 'M' && grade == 6 && size > 250 && size <= 315

        case letter
        when 'K' then grade <= 8 ? delta_rule(letter, grade, size) : (size <= 3 ? 0 : nil)
        when 'M' then grade <= 8 ? delta_rule(letter, grade, size) : -fundamental('m', 7, size)
        when 'N' then grade <= 8 ? delta_rule(letter, grade, size) : (size > 3 ? 0 : -4)
        else grade <= 7 ? delta_rule(letter, grade, size) : -fundamental(letter.downcase, grade, size)
        end
      end

      def delta_rule(letter, grade, size)
        # FIT-10: the hole uses the tabulated k of grades 4 to 7.
        base = letter == 'K' ? row('main', size)['k_low'] : fundamental(letter.downcase, grade, size)
        delta = grade.between?(3, 8) ? row('delta', size)['delta'][grade - 3] : 0
        -base + delta
      end
    end
  end
end
