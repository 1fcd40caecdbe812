# frozen_string_literal: true

module App
  # Numbers of models and of drawings: each is given once, also counting what lies in the bin.
  module Numbers
    MOST = 40

    module_function

    # Who has a number: a record other than except, nil when it is free.
    def holder(number, records, except: nil)
      return nil if number.to_s.strip.empty?

      found = records.unscoped.where(number: number.to_s.strip)
      found = found.where(kind: 'drawing') if records == Records::Drawing
      found.where.not(id: except&.id).first
    end

    # The number, ready to be kept; nil for none. Raises Refused when somebody has it.
    def checked(number, records, except: nil)
      number = number.to_s.strip
      return nil if number.empty?
      if number.length > MOST
        raise Refused, "A number has at most #{MOST} characters; “#{number[0, 60]}” has #{number.length}."
      end

      other = holder(number, records, except: except) or return number
      raise Refused,
            "#{number} is the number of #{words(other)} already. Numbers are given once: choose another, such as " \
            "#{free(number, records)}."
    end

    # The number, or the first one with -2, -3 ... behind it that nobody has.
    def free(number, records)
      return number unless holder(number, records)

      (2..).lazy.map { |n| "#{number[0, MOST - 5]}-#{n}" }.find { |candidate| holder(candidate, records).nil? }
    end

    def words(record)
      "#{record.is_a?(Records::Model) ? record.name : record.title}#{' (in the bin)' if record.removed_at}"
    end
  end
end
