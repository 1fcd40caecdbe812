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

      other = holder(number, records, except: except)
      unless other
        before = given_before(number, records, except: except) or return number
        raise Refused,
              "#{number} was given before, to #{before}. Numbers are given once: choose another, such as " \
                "#{free(number, records)}."
      end
      raise Refused,
            "#{number} is the number of #{words(other)} already. Numbers are given once: choose another, such as " \
              "#{free(number, records)}."
    end

    # To what a number was given that nobody has any more, in words; nil for a fresh one.
    def given_before(number, records, except: nil)
      found = Records::GivenNumber.find_by(kind: kind(records), number: number.to_s.strip) or return nil
      return nil if except&.id && found.holder.start_with?("#{except.id} ")

      found.holder.split(' ', 2)[1]
    end

    # Remembers that a number was given to a record.
    def remember(record, records, number, words)
      return if number.to_s.empty?

      Records::GivenNumber.insert_all(
        [{ kind: kind(records), number: number, holder: "#{record.id} #{words}"[0, 200] }],
        unique_by: %i[kind number]
      )
    end

    def kind(records) = records == Records::Drawing ? 'drawing' : 'model'

    # The number, or the first one with -2, -3 ... behind it that nobody has.
    def free(number, records)
      return number unless taken?(number, records)

      (2..).lazy.map { |n| "#{number[0, MOST - 5]}-#{n}" }.find { |candidate| !taken?(candidate, records) }
    end

    def taken?(number, records) = !holder(number, records).nil? || !given_before(number, records).nil?

    def words(record)
      "#{record.is_a?(Records::Model) ? record.name : record.title}#{' (in the bin)' if record.removed_at}"
    end
  end
end
