# frozen_string_literal: true

module App
  module People
    # What two names must not have in common: letters whose case or shape alone is different are one (after Unicode
    # TS 39, its skeletons, for the letters of Latin, Cyrillic and Greek that look alike).
    module NameKey
      ALIKE = {
        'а' => 'a',
        'в' => 'b',
        'е' => 'e',
        'к' => 'k',
        'м' => 'm',
        'н' => 'h',
        'о' => 'o',
        'р' => 'p',
        'с' => 'c',
        'т' => 't',
        'у' => 'y',
        'х' => 'x',
        'і' => 'i',
        'ј' => 'j',
        'ѕ' => 's',
        'ԁ' => 'd',
        'ԛ' => 'q',
        'ԝ' => 'w',
        'α' => 'a',
        'β' => 'b',
        'ε' => 'e',
        'η' => 'n',
        'ι' => 'i',
        'κ' => 'k',
        'ν' => 'v',
        'ο' => 'o',
        'ρ' => 'p',
        'τ' => 't',
        'υ' => 'u',
        'χ' => 'x',
        'ı' => 'i',
        'ł' => 'l',
        'ø' => 'o',
        '0' => 'o',
        '1' => 'l',
        '|' => 'l',
        'i' => 'l',
        'ß' => 'ss',
        'æ' => 'ae',
        'œ' => 'oe'
      }.freeze

      module_function

      def of(name)
        plain =
          name.to_s.unicode_normalize(:nfkc).downcase(:fold).unicode_normalize(:nfd).gsub(/\p{Mn}|[^\p{L}\p{N}|]/, '')
        plain.each_char.map { |c| ALIKE.fetch(c, c) }.map { |c| ALIKE.fetch(c, c) }.join
      end
    end
  end
end
