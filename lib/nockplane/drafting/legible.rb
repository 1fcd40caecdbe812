# frozen_string_literal: true

module Nockplane
  module Drafting
    # Which characters words on sheets, names and notes may have: those of XML 1.0 (section 2.2, Char) without the
    # non-characters, so that every picture and file made of them is well-formed.
    module Legible
      ILLEGAL =
        /[^\t\n\r\u0020-\u007E\u0085\u00A0-\uD7FF\uE000-\uFDCF\uFDF0-\uFFFD\u{10000}-\u{10FFFD}]|
         [\u{1FFFE}\u{1FFFF}\u{2FFFE}\u{2FFFF}\u{3FFFE}\u{3FFFF}]/x

      module_function

      # The first character that no text can have, as "U+FFFE"; nil when all is well. Text that is no UTF-8: "a byte
      # that is no UTF-8".
      def fault(text)
        unless text.encoding == Encoding::UTF_8 ?
                 text.valid_encoding? :
                 text.dup.force_encoding(Encoding::UTF_8).valid_encoding?
          return 'a byte that is no UTF-8'
        end

        found = text.dup.force_encoding(Encoding::UTF_8)[ILLEGAL]
        found && format('U+%04X', found.ord)
      end

      # The text without such characters; bytes are taken for UTF-8.
      def clean(text) = text.dup.force_encoding(Encoding::UTF_8).scrub('').gsub(ILLEGAL, '')
    end
  end
end
