# frozen_string_literal: true

module Nockplane
  module Tolerancing
    # What is asked of a surface's texture (standards.md 12.1): form "any", "removed" or "kept" (of material), value
    # such as "Ra 1.6" (µm, SFT-02), lay "=", "⊥", "X", "M", "C", "R", "P" or nil.
    Texture =
      Struct.new(:form, :value, :lay) do
        const_set(
          :FORMS,
          { 'any' => 'any process', 'removed' => 'material removed', 'kept' => 'no material removed' }.freeze
        )
        const_set(:LAYS, %w[= ⊥ X M C R P].freeze)
        # SFT-01, µm: what is offered.
        const_set(:SERIES, [0.025, 0.05, 0.1, 0.2, 0.4, 0.8, 1.6, 3.2, 6.3, 12.5, 25, 50].freeze)
        const_set(:VALUE, /\A(Ra|Rz|Rt|Rmax|Rq) (\d{1,3}(?:\.\d{1,3})?)( max)?\z/)

        # Of cells with | between, "removed|Ra 1.6|="; nil of what is none.
        def self.parse(text)
          form, value, lay = text.to_s.split('|')
          made = new(form, value, lay.to_s.empty? ? nil : lay)
          made.fault ? nil : made
        end

        # Sentence about what is wrong, nil when nothing is.
        def fault
          return 'choose what may become of the material' unless self.class::FORMS.key?(form)
          unless self.class::VALUE.match?(value.to_s) && value[/[\d.]+/].to_f.positive?
            return 'name the parameter and its value, such as Ra 1.6 or Rz 6.3 (SFT-02)'
          end

          unless lay.nil? || self.class::LAYS.include?(lay)
            "#{lay} is no sign of lay; use #{self.class::LAYS.join(', ')}"
          end
        end

        def to_s = [form, value, lay].compact.join('|')
      end
  end
end
