# frozen_string_literal: true

module App
  # The schemes by which models, variants, drawings and copies get their numbers, and the next free one of each.
  module Numbering
    # What each kind gets while nobody says otherwise; models are numbered by hand then.
    USUAL = { 'model' => nil, 'variant' => '{family}-{next 2}', 'drawing' => '{part}-D', 'copy' => nil }.freeze
    WORDS = { 'model' => 'Models', 'variant' => 'Variants', 'drawing' => 'Drawings', 'copy' => 'Copies' }.freeze

    module_function

    # Pattern of a kind, nil for none.
    def pattern(kind) = Records::NumberScheme.find_by(kind: kind)&.pattern || USUAL.fetch(kind)

    def scheme(kind) = pattern(kind)&.then { |p| Nockplane::Planning::NumberScheme.new(p) }

    # Keeps a pattern; "" for the usual one. Raises Refused.
    def keep(kind, pattern)
      raise Refused, "There is no scheme for “#{kind}”." unless USUAL.key?(kind)
      return Records::NumberScheme.where(kind: kind).delete_all if pattern.to_s.strip.empty?

      text = Nockplane::Planning::NumberScheme.new(pattern).pattern
      Records::NumberScheme.find_or_initialize_by(kind: kind).update!(pattern: text)
    rescue Nockplane::Planning::NumberScheme::Unreadable => e
      raise Refused, "The scheme for #{WORDS[kind].downcase} can't be read: #{e.message}."
    end

    # The next free number of a kind, nil where there is no scheme; also: numbers given in the same breath.
    def next(kind, values, records, also = [])
      found = scheme(kind) or return nil
      found.number(values) { |n| also.include?(n) || Numbers.taken?(n, records) || variant_has?(n, records) }[
        0,
        Numbers::MOST
      ]
    end

    def variant_has?(number, records) = records == Records::Model && Families.numbers.key?(number)

    # Number of a new drawing of a model, or of one of its variants.
    def drawing(model, variant = nil)
      own = variant && Families.number(model, variant)
      part = own || model.number || model.slug
      values = { 'part' => part, 'family' => model.number.to_s, 'variant' => own ? '' : variant.to_s }
      values['assembly'] = assembly(model) if pattern('drawing').include?('{assembly}')
      self.next('drawing', values, Records::Drawing)
    end

    # Number of the first assembly that a model stands in; its own where it stands in none.
    def assembly(model) = Aftermath.naming(model).filter_map(&:number).min || model.number.to_s
    private_class_method :variant_has?, :assembly
  end
end
