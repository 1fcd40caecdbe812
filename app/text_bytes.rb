# frozen_string_literal: true

module App
  # Bytes of files and requests as text: decoded once, here.
  module TextBytes
    BOM = "\uFEFF"

    module_function

    # UTF-8 text of bytes, without a mark at its beginning. Raises Refused when they are no UTF-8; what: as in "The
    # recipe x".
    def decode(bytes, what)
      text = bytes.to_s.dup.force_encoding(Encoding::UTF_8)
      raise Refused, "#{what} is not UTF-8 text; save it as UTF-8." unless text.valid_encoding?
      raise Refused, "#{what} has a zero byte in it, so it is no text." if text.include?("\0")

      text.delete_prefix(BOM)
    end
  end
end
