/** A button that opens a text file: its text, or one sentence when it is larger than such a file is. */
import { Button, Upload } from 'antd';

export function TextFile({
  children,
  accept,
  mostMB,
  onText,
  onBad,
}: {
  children: string;
  accept: string;
  mostMB: number;
  onText: (text: string) => void;
  onBad: (sentence: string) => void;
}) {
  const open = async (file: File): Promise<void> => {
    if (file.size > mostMB * 1e6) {
      onBad(`This file is larger than ${mostMB} MB, which no file of this kind is.`);
      return;
    }
    onText(await file.text());
  };
  return (
    <Upload
      showUploadList={false}
      accept={accept}
      beforeUpload={(file) => {
        void open(file);
        return false;
      }}
    >
      <Button size="small">{children}</Button>
    </Upload>
  );
}
